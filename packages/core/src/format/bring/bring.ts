import { type Fault, good, type Result } from "../../fault/index.ts";
import { checkStudy } from "../../shape/index.ts";
import {
  emptyStudy,
  type Figure,
  type Key,
  type SharedCurve,
  type Study,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { readCollection } from "../tokens/collection.ts";
import type { Brought, BroughtFigure, BroughtTween, Unread } from "./brought.ts";
import { readCss } from "./css.ts";
import { figuresOfTable, isTable, readCsv, tableOf } from "./framesTable.ts";
import { figuresOf } from "./fromWeb.ts";
import { gated } from "./gate.ts";
import { readSvg } from "./svg.ts";
import { isWebAnimations, readWebAnimations } from "./webAnimations.ts";

/** A text longer than this is not read: letters. */
export const LONGEST_BROUGHT = 20_000_000;
/** How many of a text's first letters are looked at to tell it from a file of bytes, and what is no letter there. */
const LOOKED_AT = 1000;
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const NO_LETTERS = /[\u0000-\u0008\u000e-\u001f\ufffd]/g;
/** A stray one may stand in a text. */
const MOST_STRANGE = 3;
/** What is listed at most of what could not be read. */
const MOST_UNREAD = 500;

/**
 * Reads motion of another origin: CSS with keyframes, animations and transitions, Web Animations as JSON, an SVG that
 * moves, a table of frames (CSV or JSON), or design tokens. What could not be read is listed with its place; a text in
 * which there is nothing that moves is a fault.
 */
export function readBrought(text: string): Result<Brought> {
  if (text.length > LONGEST_BROUGHT)
    return bad("too-long", "", "The text is longer than 20 million letters.", "Bring it in parts.");
  const unread: Unread[] = [];
  const trimmed = text.trim();
  if (trimmed === "") return bad("nothing", "", "The text is empty.", CURE);
  // What no text has: of its bytes a message would show nothing but noise.
  const strange = text.slice(0, LOOKED_AT).match(NO_LETTERS)?.length ?? 0;
  if (strange > MOST_STRANGE)
    return bad(
      "no-text",
      "",
      "This is a file of bytes, not a text: a picture, or something that is compressed.",
      "Pictures cannot be figures yet; unpack a compressed SVG (.svgz) first, then bring the SVG.",
    );
  const done = (
    kind: string,
    read: readonly BroughtFigure[],
    curves: Brought["curves"] = [],
  ): Result<Brought> => {
    const figures = gated(read, unread);
    if (figures.length === 0 && curves.length === 0) {
      const [first] = unread;
      const why = first ? ` ${capital(first.place)}: ${first.what}, ${first.why}.` : "";
      return bad(
        "nothing-moves",
        first?.place ?? "",
        `Nothing that moves was found in this ${kind}.${why}`,
        CURE,
      );
    }
    const brought = { kind, figures, curves, unread: inOrder(unread).slice(0, MOST_UNREAD) };
    // A study of it has to be one that can be read back.
    let next = 0;
    const [fault] = checkStudy(studyOf(brought, "Brought in", () => `b${next++}`));
    return fault ? { ok: false, faults: [fault] } : good(brought);
  };
  if (trimmed.startsWith("<")) {
    const styles = /^<(!doctype html|html)/i.test(trimmed);
    return done(styles ? "page" : "SVG", figuresOf(readSvg(text, unread), unread));
  }
  // A selector may begin with a bracket as well.
  const isData =
    trimmed.startsWith("{") || (trimmed.startsWith("[") && !/^\[[-\w]+[~|^$*]?[\]=]/.test(trimmed));
  if (isData) return readData(text, unread, done);
  if (/^"?[-\w .]*"?\s*,/.test(trimmed.split("\n")[0] ?? "") && !trimmed.includes("{"))
    return done("table", figuresOfTable(readCsv(text, unread), unread));
  return done("CSS", figuresOf(readCss(text, unread), unread));
}

/** By line, where there are lines. */
function inOrder(unread: readonly Unread[]): Unread[] {
  const line = ({ place }: Unread) => Number(/^line (\d+)$/.exec(place)?.[1] ?? 0);
  return [...unread].sort((a, b) => line(a) - line(b));
}

const CURE =
  "Give CSS with @keyframes or transitions, Web Animations as JSON, an SVG that moves, a table of frames, or design tokens.";
const capital = (text: string) => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;

function bad(
  code: string,
  path: string,
  message: string,
  cure: string,
): { ok: false; faults: Fault[] } {
  return { ok: false, faults: [{ code, path, message, cure }] };
}

function readData(
  text: string,
  unread: Unread[],
  done: (
    kind: string,
    figures: readonly BroughtFigure[],
    curves?: Brought["curves"],
  ) => Result<Brought>,
): Result<Brought> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return bad(
      "not-json",
      "",
      error instanceof Error ? error.message : String(error),
      "Mend the JSON, or give CSS, an SVG or a table.",
    );
  }
  if (isTable(data)) return done("table", figuresOfTable(tableOf(data, unread), unread));
  if (isWebAnimations(data))
    return done("set of Web Animations", figuresOf(readWebAnimations(data, unread), unread));
  const tokens = readCollection(text);
  if (!tokens.ok) return tokens;
  for (const each of tokens.value.faults ?? [])
    unread.push({ place: each.path || "the file", what: each.message, why: each.cure ?? "" });
  return done(
    "file of design tokens",
    [],
    tokens.value.curves.map(({ name, curve }) => ({ name, curve })),
  );
}

/** A study of what was brought in, each thing a figure of its own. */
export function studyOf(brought: Brought, name: string, newId: () => string): Study {
  return bringInto(emptyStudy(name), brought, [], newId);
}

/**
 * A study with what was brought in: its tweens on the figures named in `onto`, by the place of each in the list; null and
 * absent ones become figures of their own, in front of all others.
 */
export function bringInto(
  study: Study,
  { figures, curves }: Brought,
  onto: readonly (string | null)[],
  newId: () => string,
): Study {
  const added: Figure[] = [];
  const tweens: Tween[] = [];
  figures.forEach((brought, i) => {
    const known = study.figures.find(({ id }) => id === onto[i]);
    const id = known?.id ?? newId();
    const at = known ? {} : placeOf(brought, i);
    if (!known) added.push(figureOf(brought, id, i, at));
    tweens.push(...brought.tweens.map((each) => tweenOf(each, id, newId, at)));
  });
  const names = new Set(study.curves.map(({ name }) => name));
  const shared = curves.map(({ name, curve }): SharedCurve => {
    const wanted = name.trim() || "Curve";
    let unique = wanted;
    for (let n = 2; names.has(unique); n++) unique = `${wanted} ${n}`;
    names.add(unique);
    return { id: newId(), name: unique, curve };
  });
  return {
    ...study,
    figures: [...study.figures, ...added],
    curves: [...study.curves, ...shared],
    sequence: [...study.sequence, ...tweens],
  };
}

const HUES = ["slate", "plum", "olive", "brick", "spruce"] as const;
const COLORS = ["#3F5E8C", "#7A4A78", "#6B7A2E", "#A8452F", "#1B6B5A"];

type Place = Partial<Record<"x" | "y", number>>;

/** Where an element stands in the scene, where nothing says it: its keys are counted from there. */
function placeOf({ rest }: BroughtFigure, place: number): Place {
  return {
    ...(rest.x === undefined ? { x: 40 } : {}),
    ...(rest.y === undefined ? { y: 40 + 24 * place } : {}),
  };
}

function figureOf(
  { name, rest: brought, css }: BroughtFigure,
  id: string,
  place: number,
  at: Place,
): Figure {
  const { pivotX, pivotY, ...others } = brought;
  const size = { width: 96, height: 64 };
  const rest = {
    x: 40,
    y: 40 + 24 * place,
    color: COLORS[place % COLORS.length] as string,
    ...size,
    ...others,
  };
  const more = (id: "x" | "y") => (css?.apart[id] ?? 0) + (at[id] ?? 0);
  const apart = { ...css?.apart, x: more("x"), y: more("y") };
  const pivot = { x: Number(pivotX ?? 50) / 100, y: Number(pivotY ?? 50) / 100 };
  const came = { ...rest, pivotX: pivot.x * 100, pivotY: pivot.y * 100 };
  return {
    ...{ id, name: name.slice(0, 80), kind: "block", parent: null, pivot },
    hue: HUES[place % HUES.length] ?? "slate",
    rest,
    look: {},
    ...(css ? { css: { ...css, apart, rest: came } } : {}),
  };
}

const moreOf = (channel: Track["channel"], at: Place): number =>
  channel === "x" || channel === "y" ? (at[channel] ?? 0) : 0;

function tweenOf(
  { name, delay, fill, iterations, direction, tracks }: BroughtTween,
  figure: string,
  newId: () => string,
  at: Place,
): Tween {
  return {
    ...{ type: "tween", id: newId(), name: name.slice(0, 80), figures: [figure] },
    tether: { to: "start", offset: delay },
    tracks: tracks.map(
      ({ channel, mode, space, keys }): Track => ({
        channel,
        ...(mode ? { mode } : {}),
        ...(space ? { space } : {}),
        keys: keys.map(
          ({ time, value, curve }): Key => ({
            id: newId(),
            time,
            value:
              typeof value === "number" && mode !== "relative"
                ? value + moreOf(channel, at)
                : value,
            ...(curve ? { curve } : {}),
          }),
        ),
      }),
    ),
    fill,
    ...(iterations === 1 ? {} : { iterations }),
    ...(direction === "normal" ? {} : { direction }),
  };
}
