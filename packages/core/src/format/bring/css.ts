import { type CssNode, generate, parse, walk } from "css-tree";
import type { Unread, WebAnimation, WebElement } from "./brought.ts";
import { COMMA, SPACE, splitOutside } from "./splitOutside.ts";

interface Rule {
  readonly selectors: readonly string[];
  readonly declared: ReadonlyMap<string, string>;
  readonly line: number;
}

interface Keyframes {
  readonly line: number;
  readonly frames: readonly {
    readonly offset: number;
    readonly declared: ReadonlyMap<string, string>;
  }[];
}

/** What a style sheet says: elements with their animations and transitions. */
export function readCss(css: string, unread: Unread[], offsetLine = 0): WebElement[] {
  const lineOf = (node: CssNode) => (node.loc?.start.line ?? 1) + offsetLine;
  const root = parse(css, {
    positions: true,
    parseCustomProperty: false,
    onParseError: (error) => {
      unread.push({
        place: `line ${error.line + offsetLine}`,
        what: css.split("\n")[error.line - 1]?.trim().slice(0, 60) ?? "",
        why: `this is no CSS: ${error.message}`,
      });
    },
  });
  const rules: Rule[] = [];
  const keyframes = new Map<string, Keyframes>();
  walk(root, {
    visit: "Atrule",
    enter(node) {
      if (!/^(-\w+-)?keyframes$/i.test(node.name) || !node.prelude || !node.block) return;
      // Those for people who prefer reduced motion are calmer ones of the same names.
      if (this.atrule && this.atrule !== node && /^media$/i.test(this.atrule.name)) return;
      const name = generate(node.prelude).replace(/^["']|["']$/g, "");
      keyframes.set(name, { line: lineOf(node), frames: framesOf(node.block) });
    },
  });
  walk(root, {
    visit: "Rule",
    enter(node) {
      const name = this.atrule?.name.toLowerCase() ?? "";
      if (/keyframes$/.test(name)) return;
      if (
        name === "media" &&
        this.atrule?.prelude &&
        /prefers-reduced-motion/.test(generate(this.atrule.prelude))
      )
        return;
      if (
        name === "supports" &&
        this.atrule?.prelude &&
        /not|scroll/.test(generate(this.atrule.prelude))
      )
        return;
      const selectors = splitOutside(generate(node.prelude), COMMA);
      rules.push({ selectors, declared: declarationsOf(node.block), line: lineOf(node) });
    },
  });
  return elementsOf(rules, keyframes, unread);
}

function declarationsOf(block: CssNode): Map<string, string> {
  const out = new Map<string, string>();
  walk(block, {
    visit: "Declaration",
    enter(node) {
      out.set(
        node.property.startsWith("--") ? node.property : node.property.toLowerCase(),
        generate(node.value).trim(),
      );
    },
  });
  return out;
}

function framesOf(block: CssNode): Keyframes["frames"] {
  const frames: { offset: number; declared: Map<string, string> }[] = [];
  walk(block, {
    visit: "Rule",
    enter(node) {
      const declared = declarationsOf(node.block);
      for (const text of generate(node.prelude).split(",")) {
        const word = text.trim().toLowerCase();
        const offset = word === "from" ? 0 : word === "to" ? 1 : Number.parseFloat(word) / 100;
        if (Number.isFinite(offset)) frames.push({ offset, declared });
      }
    },
  });
  return frames.sort((a, b) => a.offset - b.offset);
}

/** The last simple selector without states: what a rule is about, wherever it stands. */
function subjectOf(selector: string): string {
  const last = selector.split(/[\s>+~]+(?![^(]*\))/).at(-1) ?? selector;
  return last.replace(/:{1,2}[-\w]+(\([^)]*\))?/g, "") || selector;
}

const STATE =
  /:(hover|active|focus|focus-within|focus-visible|checked)|\.(playing|active|open|on|is-[-\w]+)/;

function elementsOf(
  rules: readonly Rule[],
  keyframes: ReadonlyMap<string, Keyframes>,
  unread: Unread[],
): WebElement[] {
  const root = new Map<string, string>();
  for (const { selectors, declared } of rules)
    if (selectors.some((each) => each === ":root" || each === "html" || each === "*"))
      for (const [name, value] of declared) if (name.startsWith("--")) root.set(name, value);
  const subjects = [...new Set(rules.flatMap(({ selectors }) => selectors.map(subjectOf)))];
  const used = new Set<string>();
  const elements = subjects.flatMap((subject): WebElement[] => {
    const own = rules.filter(({ selectors }) =>
      selectors.some((each) => subjectOf(each) === subject),
    );
    const isFace = own.some(({ selectors }) =>
      selectors.some((each) => /> ?\.(front|back)$/.test(each)),
    );
    const plain = own.filter(({ selectors }) =>
      selectors.some((each) => !STATE.test(each) && subjectOf(each) === subject),
    );
    const declared = new Map(root);
    for (const rule of plain) for (const [name, value] of rule.declared) declared.set(name, value);
    // What is begun by hovering and the like moves here from the start.
    const running = [...own].reverse().find((rule) => hasAnimation(rule.declared));
    const animations = running ? animationsOf(running, keyframes, used, unread) : [];
    const moved = own.find((rule) => !plain.includes(rule) && !hasAnimation(rule.declared));
    if (declared.has("transition") && moved) animations.push(...transitionsOf(declared, moved));
    if (animations.length === 0) return [];
    if (isFace) {
      unread.push({
        place: `line ${own[0]?.line}`,
        what: subject,
        why: "faces of a card are drawn by the card itself",
      });
      return [];
    }
    return [{ name: nameOf(subject), declared, animations }];
  });
  for (const [name, { line }] of keyframes)
    if (!used.has(name))
      unread.push({ place: `line ${line}`, what: `@keyframes ${name}`, why: "nothing uses them" });
  return elements;
}

const hasAnimation = (declared: ReadonlyMap<string, string>) =>
  (declared.has("animation") && declared.get("animation") !== "none") ||
  declared.has("animation-name");

/** A name in words: `.boarding-pass` is Boarding pass. */
export function nameOf(subject: string): string {
  const word =
    /[.#]([-\w]+)(?!.*[.#])/.exec(subject)?.[1] ??
    /["']?([-\w ]+)["']?\]?$/.exec(subject)?.[1] ??
    subject;
  const words = word.replace(/[-_]+/g, " ").trim();
  return words === "" ? "Element" : words[0]?.toUpperCase() + words.slice(1);
}

const EASING =
  /^(linear|ease|ease-in|ease-out|ease-in-out|step-start|step-end)$|^(linear|cubic-bezier|steps|var)\(/;
const FILLS = ["none", "forwards", "backwards", "both"] as const;
const DIRECTIONS = ["normal", "reverse", "alternate", "alternate-reverse"] as const;

/** A time in ms; undefined for what is none. */
export function timeOf(word: string): number | undefined {
  const [, digits, unit] = /^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)(ms|s)$/i.exec(word) ?? [];
  if (digits === undefined) return undefined;
  return Number(digits) * (unit?.toLowerCase() === "s" ? 1000 : 1);
}

function animationsOf(
  { declared, line }: Rule,
  keyframes: ReadonlyMap<string, Keyframes>,
  used: Set<string>,
  unread: Unread[],
): WebAnimation[] {
  const shorthand = listOf(declared.get("animation"));
  const long = (name: string, i: number): string | undefined => {
    const list = listOf(declared.get(`animation-${name}`));
    return list.length === 0 ? undefined : list[i % list.length];
  };
  const count = Math.max(shorthand.length, listOf(declared.get("animation-name")).length);
  return Array.from({ length: count }, (_, i) => {
    const said = splitOutside(shorthand[i] ?? "", SPACE);
    const times = said.map(timeOf).filter((time) => time !== undefined);
    const easing = said.find((word) => EASING.test(word));
    const numbers = said.filter((word) => word === "infinite" || /^\d*\.?\d+$/.test(word));
    const name =
      long("name", i) ??
      said.find((word) => keyframes.has(word)) ??
      said.find(
        (word) =>
          /^[-\w]+$/.test(word) &&
          timeOf(word) === undefined &&
          !EASING.test(word) &&
          !numbers.includes(word) &&
          ![...FILLS, ...DIRECTIONS, "running", "paused"].includes(word as never),
      ) ??
      "";
    const found = keyframes.get(name);
    if (!found) {
      if (name !== "" && name !== "none")
        unread.push({
          place: `line ${line}`,
          what: `animation ${name}`,
          why: "its keyframes are not there",
        });
      return [];
    }
    used.add(name);
    const read = (text: string | undefined) => (text === undefined ? undefined : timeOf(text));
    const iterations = long("iteration-count", i) ?? numbers[0] ?? "1";
    return fromFrames(found, {
      name,
      place: `line ${found.line}`,
      easing: long("timing-function", i) ?? easing ?? "ease",
      duration: read(long("duration", i)) ?? times[0] ?? 0,
      delay: read(long("delay", i)) ?? times[1] ?? 0,
      iterations: iterations === "infinite" ? Number.POSITIVE_INFINITY : Number(iterations),
      direction:
        DIRECTIONS.find(
          (each) =>
            each ===
            (long("direction", i) ?? said.find((word) => DIRECTIONS.includes(word as never))),
        ) ?? "normal",
      fill:
        FILLS.find(
          (each) =>
            each === (long("fill-mode", i) ?? said.find((word) => FILLS.includes(word as never))),
        ) ?? "none",
      added: long("composition", i) === "add" || long("composition", i) === "accumulate",
    });
  }).flat();
}

function fromFrames(
  { frames }: Keyframes,
  timing: Omit<WebAnimation, "property" | "frames">,
): WebAnimation[] {
  const properties = new Set(
    frames.flatMap(({ declared }) =>
      [...declared.keys()].filter((name) => !name.startsWith("animation-")),
    ),
  );
  return [...properties].map((property) => ({
    ...timing,
    property,
    frames: frames.flatMap(({ offset, declared }) => {
      const value = declared.get(property);
      const easing = declared.get("animation-timing-function");
      return value === undefined ? [] : [{ offset, value, ...(easing ? { easing } : {}) }];
    }),
  }));
}

function transitionsOf(declared: ReadonlyMap<string, string>, moved: Rule): WebAnimation[] {
  return listOf(declared.get("transition")).flatMap((text) => {
    const said = splitOutside(text, SPACE);
    const times = said.map(timeOf).filter((time) => time !== undefined);
    const wanted = said.find((word) => timeOf(word) === undefined && !EASING.test(word)) ?? "all";
    const properties = wanted === "all" ? [...moved.declared.keys()] : [wanted];
    return properties.flatMap((property): WebAnimation[] => {
      const [from, to] = [declared.get(property), moved.declared.get(property)];
      if (from === undefined || to === undefined || from === to) return [];
      return [
        {
          name: `${property} ${moved.selectors[0] ?? ""}`.slice(0, 60),
          ...{ place: `line ${moved.line}`, property },
          frames: [
            { offset: 0, value: from },
            { offset: 1, value: to },
          ],
          easing: said.find((word) => EASING.test(word)) ?? "ease",
          ...{ duration: times[0] ?? 0, delay: times[1] ?? 0, iterations: 1 },
          ...{ direction: "normal" as const, fill: "both" as const, added: false },
        },
      ];
    });
  });
}

/** The parts of a list between commas that stand in no parentheses. */
function listOf(text: string | undefined): string[] {
  return text === undefined ? [] : splitOutside(text, COMMA);
}
