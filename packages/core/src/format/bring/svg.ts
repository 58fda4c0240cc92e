import { Parser } from "htmlparser2";
import type { Unread, WebAnimation, WebElement } from "./brought.ts";
import { nameOf, readCss, timeOf } from "./css.ts";

interface Node {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly line: number;
  readonly parent: Node | undefined;
}

/** An SVG that moves: by CSS inside of it, by elements that animate, or both. */
export function readSvg(text: string, unread: Unread[]): WebElement[] {
  const styles: { css: string; line: number }[] = [];
  const moving = new Map<Node, WebAnimation[]>();
  const byId = new Map<string, Node>();
  const later: (() => void)[] = [];
  let open: Node | undefined;
  let counted = 0;
  let line = 1;
  const lineAt = (index: number) => {
    for (; counted < index; counted++) if (text[counted] === "\n") line++;
    return line;
  };
  const parser = new Parser(
    {
      onopentag(tag, attributes) {
        const node: Node = { tag, attributes, line: lineAt(parser.startIndex), parent: open };
        if (attributes.id) byId.set(attributes.id, node);
        if (tag === "style") styles.push({ css: "", line: node.line - 1 });
        if (/^(animate|animateTransform|set|animateMotion)$/i.test(tag))
          later.push(() => {
            const target = (attributes.href ?? attributes["xlink:href"])?.slice(1);
            const on = target ? byId.get(target) : node.parent;
            const read = on && animationOf(node, unread);
            if (on && read) moving.set(on, [...(moving.get(on) ?? []), read]);
          });
        open = node;
      },
      ontext(data) {
        const style = styles.at(-1);
        if (open?.tag === "style" && style) style.css += data;
      },
      onclosetag() {
        open = open?.parent;
      },
    },
    { xmlMode: true, recognizeCDATA: true },
  );
  parser.write(text);
  parser.end();
  for (const each of later) each();
  const styled = styles.flatMap(({ css, line: from }) => readCss(css, unread, from));
  const animated = [...moving].map(
    ([node, animations]): WebElement => ({
      name: node.attributes.id
        ? nameOf(`#${node.attributes.id}`)
        : node.attributes.class
          ? nameOf(`.${node.attributes.class.split(" ")[0]}`)
          : nameOf(node.tag),
      declared: new Map(
        Object.entries(node.attributes).flatMap(([name, value]): [string, string][] =>
          name === "opacity" || (name === "fill" && value !== "none")
            ? [[name, value]]
            : /^(width|height)$/.test(name) && /^[\d.]+$/.test(value)
              ? [[name, `${value}px`]]
              : /^[xy]$/.test(name) && /^[-\d.]+$/.test(value)
                ? [[name === "x" ? "left" : "top", `${value}px`]]
                : [],
        ),
      ),
      animations,
    }),
  );
  return [...styled, ...animated];
}

/** An element that animates another one, as an animation of CSS. */
function animationOf({ tag, attributes, line }: Node, unread: Unread[]): WebAnimation | undefined {
  const place = `line ${line}`;
  const refuse = (why: string) => {
    unread.push({ place, what: `<${tag}>`, why });
    return undefined;
  };
  if (/motion$/i.test(tag)) return refuse("ways along a path are not brought in");
  const name = attributes.attributeName ?? "";
  const isTransform = /transform$/i.test(tag);
  const kind = attributes.type ?? "translate";
  const property = isTransform ? TRANSFORMS[kind] : PROPERTIES[name];
  if (!property) return refuse(`${isTransform ? kind : name || "it"} moves nothing here`);
  const duration = clockOf(attributes.dur ?? "");
  if (duration === undefined) return refuse("it has no dur");
  if (/[a-z]+\.(begin|end|click)/i.test(attributes.begin ?? ""))
    return refuse("it begins with something else");
  const values = (
    attributes.values?.split(";") ?? [attributes.from ?? "", attributes.to ?? attributes.by ?? ""]
  )
    .map((value) => value.trim())
    .filter(Boolean);
  if (values.length < 2) return refuse("it has fewer than two values");
  const times = attributes.keyTimes?.split(";").map(Number);
  const splines = attributes.keySplines?.split(";").map((each) =>
    each
      .trim()
      .split(/[\s,]+/)
      .map(Number),
  );
  const mode = attributes.calcMode ?? "linear";
  const unit = property === "opacity" || property === "fill" ? "" : "px";
  return {
    ...{ name: `${isTransform ? kind : name}`, place, property },
    frames: values.map((value, i) => ({
      offset: times?.[i] ?? i / (values.length - 1),
      value: isTransform
        ? transformValue(kind, value)
        : `${value}${/[a-z%]$/i.test(value) ? "" : unit}`,
      easing:
        mode === "discrete"
          ? "steps(1, jump-end)"
          : mode === "spline" && splines?.[i]?.length === 4
            ? `cubic-bezier(${splines[i].join(", ")})`
            : "linear",
    })),
    ...{
      easing: "linear",
      duration,
      delay: clockOf((attributes.begin ?? "0s").split(";")[0] ?? "") ?? 0,
    },
    iterations:
      attributes.repeatCount === "indefinite"
        ? Number.POSITIVE_INFINITY
        : Number(attributes.repeatCount ?? 1),
    ...{ direction: "normal" as const, added: attributes.additive === "sum" },
    fill: attributes.fill === "freeze" ? "forwards" : "none",
  };
}

const TRANSFORMS: Readonly<Record<string, string>> = {
  translate: "translate",
  rotate: "rotate",
  scale: "scale",
  skewX: "transform",
};
const PROPERTIES: Readonly<Record<string, string>> = {
  ...{
    opacity: "opacity",
    fill: "fill",
    width: "width",
    height: "height",
    x: "left",
    y: "top",
    rx: "border-radius",
  },
};

function transformValue(kind: string, value: string): string {
  const numbers = value.split(/[\s,]+/);
  if (kind === "translate") return `${numbers[0]}px ${numbers[1] ?? 0}px`;
  if (kind === "rotate") return `${numbers[0]}deg`;
  if (kind === "skewX") return `skewX(${numbers[0]}deg)`;
  return numbers.join(" ");
}

/** A clock value of SVG in ms: `2s`, `300ms`, `1.5`, `00:01`. */
function clockOf(text: string): number | undefined {
  const time = timeOf(text.trim());
  if (time !== undefined) return time;
  const parts = text.trim().split(":").map(Number);
  if (text.trim() === "" || parts.some((part) => !Number.isFinite(part))) return undefined;
  return parts.reduce((sum, part) => sum * 60 + part, 0) * 1000;
}
