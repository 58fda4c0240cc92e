import { Parser } from "htmlparser2";
import type { Unread, WebAnimation, WebElement } from "./brought.ts";
import { readCss } from "./css.ts";
import { nameOf } from "./selectors.ts";
import { timeOf } from "./webValue.ts";

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
  const nodes: Node[] = [];
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
        nodes.push(node);
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
  const styled = styles
    .flatMap(({ css, line: from }) => readCss(css, unread, from))
    .map((element) => drawnBy(element, nodes, unread));
  const animated = [...moving].map(
    ([node, animations]): WebElement => ({
      name: node.attributes.id
        ? nameOf(`#${node.attributes.id}`)
        : node.attributes.class
          ? nameOf(`.${node.attributes.class.split(" ")[0]}`)
          : nameOf(node.tag),
      declared: new Map([...declaredBy(node), ...pivotOf(node, animations, unread)]),
      animations,
    }),
  );
  return [...styled, ...animated];
}

/** What the attributes of an element say of its look, as CSS would. */
function declaredBy({ tag, attributes }: Node): [string, string][] {
  const said = { ...attributes, ...boxOf(tag, attributes) };
  return Object.entries(said).flatMap(([name, value]): [string, string][] =>
    name === "opacity" || (name === "fill" && value !== "none")
      ? [[name, value]]
      : /^(width|height)$/.test(name) && /^[\d.]+$/.test(value)
        ? [[name, `${value}px`]]
        : /^[xy]$/.test(name) && /^[-\d.]+$/.test(value)
          ? [[name === "x" ? "left" : "top", `${value}px`]]
          : [],
  );
}

/** The box of what is round, as its centre and its radii say it; nothing of other elements. */
function boxOf(tag: string, attributes: Readonly<Record<string, string>>): Record<string, string> {
  if (tag !== "circle" && tag !== "ellipse") return {};
  const number = (name: string) => Number(attributes[name] ?? 0);
  const [rx, ry] = [number(tag === "circle" ? "r" : "rx"), number(tag === "circle" ? "r" : "ry")];
  if (![rx, ry, number("cx"), number("cy")].every(Number.isFinite)) return {};
  return {
    ...{ x: String(number("cx") - rx), y: String(number("cy") - ry) },
    ...{ width: String(2 * rx), height: String(2 * ry) },
  };
}

/** An element that CSS animates, with what the drawing says of it. */
function drawnBy(element: WebElement, nodes: readonly Node[], unread: Unread[]): WebElement {
  const selector = element.origin?.selector ?? "";
  const name = selector.slice(1);
  const isSimple = /^[.#][-\w]+$/.test(selector);
  const found = nodes.filter(({ attributes }) =>
    selector.startsWith("#")
      ? attributes.id === name
      : (attributes.class ?? "").split(/\s+/).includes(name),
  );
  const [node] = found;
  const place = element.animations[0]?.place ?? "the drawing";
  const note = (why: string) => void unread.push({ place, what: element.name, why });
  if (!isSimple || !node) {
    if (!element.declared.has("transform-origin") && turns(element.animations))
      note(
        "without a transform-origin it turns about the corner of the drawing; here about its own middle",
      );
    return element;
  }
  if (found.length > 1)
    note("several elements of the drawing are so called; here it is the first of them");
  const own = new Map([...declaredBy(node), ...element.declared]);
  const isOwnBox = /^(fill-box|stroke-box|content-box)$/.test(own.get("transform-box") ?? "");
  if (!isOwnBox && turns(element.animations)) {
    if (!own.has("transform-origin"))
      for (const [property, value] of pivotOf(node, element.animations, unread))
        own.set(property, value);
    else
      note(
        "its transform-origin is a place of the drawing; here it is one of its own box, as with transform-box: fill-box",
      );
  }
  return { ...element, declared: own };
}

/** SVG turns and scales about the corner of the drawing, which a figure has as its pivot. */
function pivotOf(
  node: Node,
  animations: readonly WebAnimation[],
  unread: Unread[],
): [string, string][] {
  if (!turns(animations)) return [];
  const declared = new Map(declaredBy(node));
  const [x, y] = ["left", "top"].map((name) => Number.parseFloat(declared.get(name) ?? "0"));
  if (!declared.has("width"))
    unread.push({
      place: animations[0]?.place ?? "the drawing",
      what: `<${node.tag}>`,
      why: "where it stands in the drawing is not said by its attributes; it turns about the corner of the drawing, here about its own",
    });
  return [["transform-origin", `${-(x ?? 0)}px ${-(y ?? 0)}px`]];
}

const turns = (animations: readonly WebAnimation[]): boolean =>
  animations.some(({ property }) => TURNS.has(property));

/** Properties about whose origin it matters where that is. */
const TURNS: ReadonlySet<string> = new Set(["rotate", "scale", "transform"]);

/** An element that animates another one, as an animation of CSS. */
function animationOf({ tag, attributes, line }: Node, unread: Unread[]): WebAnimation | undefined {
  const place = `line ${line}`;
  const note = (why: string) => void unread.push({ place, what: `<${tag}>`, why });
  const refuse = (why: string) => {
    note(why);
    return undefined;
  };
  if (/motion$/i.test(tag)) return refuse("ways along a path are not brought in");
  const name = attributes.attributeName ?? "";
  const isTransform = /transform$/i.test(tag);
  const kind = attributes.type ?? "translate";
  const property = isTransform ? TRANSFORMS[kind] : PROPERTIES[name];
  if (!property) return refuse(`${isTransform ? kind : name || "it"} moves nothing here`);
  const isSet = /^set$/i.test(tag);
  const duration = clockOf(attributes.dur ?? "") ?? (isSet ? 0 : undefined);
  if (duration === undefined) return refuse("it has no dur");
  if (/[a-z]+\.(begin|end|click)/i.test(attributes.begin ?? ""))
    return refuse("it begins with something else");
  for (const [attribute, why] of INEXACT)
    if (attributes[attribute] !== undefined) note(`${attribute}: ${why}`);
  if (attributes.accumulate === "sum")
    note("accumulate: here passes do not go on from one another");
  const begins = (attributes.begin ?? "0s").split(";");
  if (begins.length > 1) note("it begins several times; here it begins at the first of them");
  const { values, isAdded } = valuesOf(attributes, isSet);
  if (values.length < 2) return refuse("it has fewer than two values");
  const mode = attributes.calcMode ?? "linear";
  const offsets = offsetsOf(attributes, values, mode);
  if (typeof offsets === "string") return refuse(offsets);
  const splines = attributes.keySplines?.split(";").map((each) =>
    each
      .trim()
      .split(/[\s,]+/)
      .map(Number),
  );
  if (mode === "spline" && splines?.length !== values.length - 1)
    return refuse("it has another number of keySplines than of ways between its values");
  if (isTransform && kind === "rotate" && values.some((value) => value.split(/[\s,]+/).length > 1))
    note("it turns about a place of its own; here it turns about the figure's pivot");
  const unit = property === "opacity" || property === "fill" ? "" : "px";
  const frames = values.map((value, i) => ({
    offset: offsets[i] as number,
    value: isTransform
      ? transformValue(kind, value)
      : `${value}${/[a-z%]$/i.test(value) ? "" : unit}`,
    easing:
      mode === "discrete"
        ? "steps(1, jump-end)"
        : mode === "spline" && splines?.[i]?.length === 4
          ? `cubic-bezier(${splines[i].join(", ")})`
          : "linear",
  }));
  const last = frames.at(-1);
  // A value that is held for a part of the time is held to its end.
  if (last && last.offset < 1) frames.push({ ...last, offset: 1 });
  return {
    ...{ name: `${isTransform ? kind : name}`, place, property, frames },
    ...{ easing: "linear", duration, delay: clockOf(begins[0] ?? "") ?? 0 },
    iterations: iterationsOf(attributes, duration),
    ...{ direction: "normal" as const, added: isAdded },
    fill: attributes.fill === "freeze" || (isSet && duration === 0) ? "forwards" : "none",
  };
}

/** Attributes of time that have no counterpart here. */
const INEXACT = [
  ["end", "here it ends by itself"],
  ["min", "it lasts as long as it lasts"],
  ["max", "it lasts as long as it lasts"],
] as const;

/** The values that are gone through, and whether they add to what is there. */
function valuesOf(
  attributes: Readonly<Record<string, string>>,
  isSet: boolean,
): { readonly values: string[]; readonly isAdded: boolean } {
  const { values, from, to, by } = attributes;
  const list = (texts: readonly (string | undefined)[]) =>
    texts.flatMap((text) => (text?.trim() ? [text.trim()] : []));
  const isAdded = attributes.additive === "sum";
  if (values !== undefined) return { values: list(values.split(";")), isAdded };
  if (isSet) return { values: list([to, to]), isAdded };
  if (to !== undefined || by === undefined) return { values: list([from, to]), isAdded };
  // "By" alone adds to what is there, from nothing on.
  if (from === undefined) return { values: list([zeroOf(by), by]), isAdded: true };
  return { values: list([from, sumOf(from, by)]), isAdded };
}

const numbersIn = (text: string) =>
  text
    .trim()
    .split(/[\s,]+/)
    .map(Number);
const zeroOf = (text: string) =>
  numbersIn(text)
    .map(() => 0)
    .join(" ");
const sumOf = (from: string, by: string) => {
  const more = numbersIn(by);
  return numbersIn(from)
    .map((value, i) => value + (more[i] ?? 0))
    .join(" ");
};

/** When each value is there, as a share of the duration; why not, where that cannot be said. */
function offsetsOf(
  { keyTimes }: Readonly<Record<string, string>>,
  values: readonly string[],
  mode: string,
): number[] | string {
  const even = (parts: number) => values.map((_, i) => i / parts);
  if (mode === "paced") {
    const places = values.map(Number);
    if (!places.every(Number.isFinite)) return "calcMode paced is read of single numbers only";
    const ways = places.map((place, i) => Math.abs(place - (places[i - 1] ?? place)));
    const whole = ways.reduce((sum, way) => sum + way, 0);
    let gone = 0;
    if (whole === 0) return even(values.length - 1);
    return ways.map((way) => {
      gone += way;
      return gone / whole;
    });
  }
  if (keyTimes === undefined) return even(mode === "discrete" ? values.length : values.length - 1);
  const times = keyTimes.split(";").map((each) => (each.trim() === "" ? Number.NaN : Number(each)));
  const isSound =
    times.length === values.length &&
    times.every((time, i) => time >= (times[i - 1] ?? 0) && time <= 1);
  return isSound
    ? times
    : "its keyTimes are not as many rising numbers from 0 to 1 as it has values";
}

function iterationsOf(
  { repeatCount, repeatDur }: Readonly<Record<string, string>>,
  duration: number,
): number {
  const endless = Number.POSITIVE_INFINITY;
  const count = repeatCount === "indefinite" ? endless : Number(repeatCount ?? Number.NaN);
  const whole = repeatDur === "indefinite" ? endless : clockOf(repeatDur ?? "");
  const byTime = whole === undefined || duration === 0 ? undefined : whole / duration;
  if (repeatCount === undefined) return byTime ?? 1;
  // Whichever is over first.
  return byTime === undefined ? count : Math.min(count, byTime);
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
