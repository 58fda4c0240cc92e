import { parseCurve, printCurve } from "../../curve/index.ts";
import { type Fault, FaultList, good, type Result, shortValue } from "../../fault/index.ts";
import { fitBezier } from "../../fit/index.ts";
import {
  DEFAULT_DURATION,
  LONGEST_DURATION,
  MOST_TAGS,
  NAME_LENGTH,
  type NamedCurve,
  NOTES_LENGTH,
  TAG_LENGTH,
} from "./namedCurve.ts";

/** The result of reading a file of curves: those that could be read, and the faults of the others. */
export interface Collection {
  readonly curves: readonly NamedCurve[];
  readonly faults: readonly Fault[];
}

const FORMAT = "levitas-curves";
/** The design token extension in which Levitas stores what a cubic-bezier cannot express. */
const EXTENSION = "levitas.curve";

/** The collection as plain JSON: names and notations. */
export function writePlain(curves: readonly NamedCurve[]): string {
  const lines = curves.map(({ name, curve, tags, notes, duration }) => ({
    name,
    notation: printCurve(curve),
    tags,
    notes,
    duration,
  }));
  return `${JSON.stringify({ format: FORMAT, version: 1, curves: lines }, null, 2)}\n`;
}

/**
 * The collection as design tokens (Design Tokens Community Group format): a cubicBezier, a duration and a transition
 * token for each curve. A curve that is no cubic-bezier is written as the best fit, with its error and its own
 * notation as an extension.
 */
export function writeTokens(
  curves: readonly NamedCurve[],
  progress?: (share: number) => void,
  /** A name under which all of them stand. */
  group?: string,
): string {
  // Without a prototype, because a curve may be named like a field that every object has.
  const beziers: Record<string, object> = Object.create(null);
  const durations: Record<string, object> = Object.create(null);
  const transitions: Record<string, object> = Object.create(null);
  const groupName = group === undefined ? "" : tokenName(group, {});
  const within = groupName && `${groupName}.`;
  for (const [i, { name, curve, tags, notes, duration }] of curves.entries()) {
    const token = tokenName(name, beziers);
    const { curve: bezier, error } = fitBezier(curve);
    beziers[token] = {
      $type: "cubicBezier",
      $value: [bezier.x1, bezier.y1, bezier.x2, bezier.y2],
      ...(notes ? { $description: notes } : {}),
      $extensions: { [EXTENSION]: { name, notation: printCurve(curve), error, tags, duration } },
    };
    durations[token] = { $type: "duration", $value: { value: duration, unit: "ms" } };
    transitions[token] = {
      $type: "transition",
      $value: {
        duration: `{${within}duration.${token}}`,
        delay: { value: 0, unit: "ms" },
        timingFunction: `{${within}easing.${token}}`,
      },
    };
    progress?.((i + 1) / curves.length);
  }
  const tokens = { easing: beziers, duration: durations, transition: transitions };
  const file = group === undefined ? tokens : { [groupName]: tokens };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** A valid and distinct token name: without braces and dots, and not beginning with a dollar sign. */
function tokenName(name: string, taken: Readonly<Record<string, unknown>>): string {
  const plain = name.replace(/[{}.]/g, "-").replace(/^\$+/, "").trim() || "curve";
  let unique = plain;
  for (let n = 2; Object.hasOwn(taken, unique); n++) unique = `${plain} ${n}`;
  return unique;
}

/**
 * Reads a file of curves: the plain form, an object of names and notations, a list of notations, or design tokens.
 * Curves that cannot be read are reported as faults with their path; the others are taken.
 */
export function readCollection(text: string): Result<Collection> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    return { ok: false, faults: [fault("not-json", "", said, "Give a JSON file of curves.")] };
  }
  if (typeof data !== "object" || data === null)
    return { ok: false, faults: [fault("no-curves", "", "Found no curves.", CURE)] };
  const found: NamedCurve[] = [];
  const faults = new FaultList(MOST_FAULTS);
  if ("format" in data && data.format === FORMAT) readPlain(data, found, faults);
  else if (isGroup(data) && looksLikeTokens(data, 0)) readTokens(data, found, faults);
  else
    for (const [key, value] of Object.entries(data)) {
      const name = Array.isArray(data) ? `Curve ${Number(key) + 1}` : key;
      addCurve({ name, notation: value }, Array.isArray(data) ? `[${key}]` : key, found, faults);
    }
  if (found.length === 0 && faults.all.length === 0)
    faults.push(fault("no-curves", "", "Found no curves.", CURE));
  return found.length > 0
    ? good({ curves: found, faults: faults.all })
    : { ok: false, faults: faults.all };
}

/** The most faults reported for a file. */
const MOST_FAULTS = 100;

const CURE = "Give names with notations, or design tokens with cubicBezier values.";

function fault(code: string, path: string, message: string, cure: string): Fault {
  return { code, path, message, cure };
}

function readPlain(data: object, found: NamedCurve[], faults: FaultList): void {
  const lines: unknown = "curves" in data ? data.curves : undefined;
  if (!Array.isArray(lines)) {
    faults.push(fault("no-curves", "curves", "Found no list of curves.", "Give a list."));
    return;
  }
  for (const [i, line] of lines.entries())
    addCurve(isGroup(line) ? line : {}, `curves[${i}]`, found, faults);
}

/** Adds a curve from untrusted data: missing fields get their defaults, texts that are too long are cut. */
function addCurve(
  line: Readonly<Record<string, unknown>>,
  path: string,
  found: NamedCurve[],
  faults: FaultList,
): void {
  const { name, notation, tags, notes, duration } = line;
  if (typeof notation !== "string") {
    faults.push(fault("no-notation", path, "Found no notation.", 'Give a text such as "ease".'));
    return;
  }
  const curve = parseCurve(notation);
  if (!curve.ok) {
    faults.push(...curve.faults.map((each) => ({ ...each, path })));
    return;
  }
  const time = typeof duration === "number" ? duration : DEFAULT_DURATION;
  found.push({
    name: (typeof name === "string" && name.trim() ? name.trim() : "Curve").slice(0, NAME_LENGTH),
    curve: curve.value,
    tags: Array.isArray(tags)
      ? tags
          .filter((tag): tag is string => typeof tag === "string" && tag.trim() !== "")
          .slice(0, MOST_TAGS)
          .map((tag) => tag.trim().slice(0, TAG_LENGTH))
      : [],
    notes: (typeof notes === "string" ? notes : "").slice(0, NOTES_LENGTH),
    duration: time >= 1 && time <= LONGEST_DURATION ? time : DEFAULT_DURATION,
  });
}

type Group = Readonly<Record<string, unknown>>;

const isGroup = (value: unknown): value is Group =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The deepest nesting that is read, deeper than any file of tokens that a person wrote. */
const DEEPEST_NESTING = 24;

function looksLikeTokens(data: unknown, depth: number): boolean {
  if (!isGroup(data) || depth > DEEPEST_NESTING) return false;
  return (
    Object.hasOwn(data, "$value") ||
    Object.values(data).some((each) => looksLikeTokens(each, depth + 1))
  );
}

function readTokens(root: Group, found: NamedCurve[], faults: FaultList): void {
  const visit = (group: Group, path: readonly string[], inherited: unknown): void => {
    const type = group.$type ?? inherited;
    const here = path.join(".");
    if (Object.hasOwn(group, "$value")) {
      if (type === "cubicBezier") takeToken(root, group, path, found, faults);
      // A transition that only refers to a curve adds nothing new.
      else if (type === "transition" && isGroup(group.$value)) {
        const { timingFunction } = group.$value;
        if (Array.isArray(timingFunction))
          takeToken(root, { ...group, $value: timingFunction }, path, found, faults, group.$value);
      }
      return;
    }
    if (path.length > DEEPEST_NESTING) {
      faults.push(fault("too-deep", here, "Groups nest too deep here.", "Make them flatter."));
      return;
    }
    for (const [key, value] of Object.entries(group))
      if (!key.startsWith("$") && isGroup(value)) visit(value, [...path, key], type);
  };
  visit(root, [], undefined);
}

function takeToken(
  root: Group,
  token: Group,
  path: readonly string[],
  found: NamedCurve[],
  faults: FaultList,
  transition?: Group,
): void {
  const here = path.join(".");
  const value = resolve(root, token.$value, 0);
  if (!Array.isArray(value) || value.length !== 4) {
    faults.push(
      fault(
        "wrong-token",
        here,
        `Found ${shortValue(value)}.`,
        "Give four numbers: x1, y1, x2, y2.",
      ),
    );
    return;
  }
  const extensions = isGroup(token.$extensions) ? token.$extensions : {};
  const own = isGroup(extensions[EXTENSION]) ? extensions[EXTENSION] : {};
  const bezier = `cubic-bezier(${value.join(", ")})`;
  const notation =
    typeof own.notation === "string" && parseCurve(own.notation).ok ? own.notation : bezier;
  const duration =
    own.duration ?? (transition ? milliseconds(resolve(root, transition.duration, 0)) : undefined);
  const name = typeof own.name === "string" ? own.name : path.at(-1);
  addCurve({ ...own, name, notation, notes: token.$description, duration }, here, found, faults);
}

/** Resolves aliases, `{group.token}`, up to a few levels. */
function resolve(root: Group, value: unknown, depth: number): unknown {
  const alias = typeof value === "string" ? /^\{(.+)\}$/.exec(value)?.[1] : undefined;
  if (alias === undefined || depth > 8) return value;
  let at: unknown = root;
  for (const key of alias.split("."))
    at = isGroup(at) && Object.hasOwn(at, key) ? at[key] : undefined;
  return isGroup(at) ? resolve(root, at.$value, depth + 1) : undefined;
}

function milliseconds(value: unknown): number | undefined {
  if (!isGroup(value) || typeof value.value !== "number") return undefined;
  return value.unit === "s" ? value.value * 1000 : value.value;
}
