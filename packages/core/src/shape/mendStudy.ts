import { type Fault, good, type Result } from "../fault/index.ts";
import { emptyStudy, type Study } from "../study/index.ts";
import { readStudy } from "./readStudy.ts";

/** A study as far as it is sound, and what was wrong with the rest. */
export interface MendedStudy {
  readonly study: Study;
  /** Every fault that was found, with its place; empty for a sound study. */
  readonly faults: readonly Fault[];
}

/** Faults that say that this is no study at all. */
const HOPELESS = new Set(["not-a-study", "no-version", "too-deep"]);

/** Each round mends up to fifty faults; a document that takes more is given up. */
const ROUNDS = 400;

/**
 * Reads a document and, where it has faults, takes out or sets right what is at fault and nothing else:
 * keys are put in order, what hangs on nothing hangs on the start, circles are opened, a key, track,
 * tween or figure that cannot be read is left out. A document that is no study at all is refused.
 */
export function mendStudy(document: unknown): Result<MendedStudy> {
  let read = readStudy(document);
  if (read.ok) return good({ study: read.value, faults: [] });
  const first = read;
  if (read.faults.some(({ code }) => HOPELESS.has(code))) return first;
  const faults: Fault[] = [...read.faults];
  // A copy: the document is the person's.
  const copy = clone(document);
  if (typeof copy !== "object" || copy === null) return first;
  for (let round = 0; round < ROUNDS && !read.ok; round++) {
    let changed = false;
    const removed = new Set<unknown>();
    for (const fault of read.faults) changed = repair(copy, fault, removed) || changed;
    if (!changed) return first;
    if (removed.size > 0) compact(copy, removed);
    read = readStudy(copy);
    if (!read.ok) faults.push(...read.faults.filter((each) => !known(faults, each)));
  }
  return read.ok ? good({ study: read.value, faults: faults.slice(0, 200) }) : first;
}

function clone(document: unknown): unknown {
  try {
    return JSON.parse(JSON.stringify(document) ?? "null") as unknown;
  } catch (error) {
    // Circles and numbers beyond JSON: no file can hold them.
    if (error instanceof TypeError) return null;
    throw error;
  }
}

function known(faults: readonly Fault[], fault: Fault): boolean {
  return faults.some(({ path, code }) => path === fault.path && code === fault.code);
}

type Parent = Record<string, unknown>;

/** Steps of a path: `a.b[2].c` is a, b, 2, c. */
const stepsOf = (path: string): string[] => path.split(/[.[\]]+/).filter(Boolean);

function at(root: object, steps: readonly string[]): unknown {
  let value: unknown = root;
  for (const step of steps) value = (value as Parent | undefined)?.[step];
  return value;
}

/** Sets one fault right; answers whether anything was done. */
function repair(root: object, { code, path }: Fault, removed: Set<unknown>): boolean {
  const steps = stepsOf(path);
  const last = steps.at(-1);
  if (last === undefined) return false;
  const holder = at(root, steps.slice(0, -1)) as Parent | undefined;
  if (typeof holder !== "object" || holder === null) return removeEnclosing(root, steps, removed);
  switch (code) {
    case "keys-out-of-order": {
      const keys = at(root, steps.slice(0, -2));
      if (!Array.isArray(keys)) return false;
      keys.sort((a: { time: number }, b: { time: number }) => a.time - b.time);
      return true;
    }
    case "duplicate-id":
      holder.id = `${String(holder.id).slice(0, 180)}-${Math.abs(hash(path)).toString(36)}`;
      return true;
    case "parent-loop":
      holder.parent = null;
      return true;
    case "tether-loop":
      holder.tether = { to: "start", offset: 0 };
      return true;
    case "no-front":
      delete (at(root, steps.slice(0, -2)) as Parent).stagger;
      return true;
    case "clip-backwards":
    case "path-not-paired":
    case "relative-color":
    case "relative-switch":
      delete holder[last];
      return true;
    case "dangling-id":
      return hangElsewhere(root, steps, holder, removed);
    default:
      return removeEnclosing(root, steps, removed);
  }
}

/** What names a thing that is not there hangs on something that is. */
function hangElsewhere(
  root: object,
  steps: readonly string[],
  holder: Parent,
  removed: Set<unknown>,
): boolean {
  const last = steps.at(-1);
  const above = steps.at(-2);
  if (last === "parent") holder.parent = null;
  else if (above === "tether") {
    const item = at(root, steps.slice(0, -2)) as Parent;
    item.tether = { to: "start", offset: 0 };
  } else if (above === "curve" && last === "shared") {
    const key = at(root, steps.slice(0, -2)) as Parent;
    delete key.curve;
  } else return removeEnclosing(root, steps, removed);
  return true;
}

/** Fields without which a study cannot be: they get what a new study has. */
function defaultOf(steps: readonly string[]): unknown {
  return at(emptyStudy("Recovered study"), steps);
}

/** Takes out the nearest list element around a path; else gives the field what a new study has. */
function removeEnclosing(root: object, steps: readonly string[], removed: Set<unknown>): boolean {
  for (let end = steps.length; end > 0; end--) {
    if (!/^\d+$/.test(steps[end - 1] as string)) continue;
    const list = at(root, steps.slice(0, end - 1));
    const index = Number(steps[end - 1]);
    if (!Array.isArray(list) || index >= list.length) continue;
    // Objects are marked, so that other faults of this round keep their places; others are taken out after.
    const marker = typeof list[index] === "object" && list[index] !== null ? list[index] : {};
    list[index] = marker;
    removed.add(marker);
    return true;
  }
  for (let end = steps.length; end > 0; end--) {
    const fallback = defaultOf(steps.slice(0, end));
    const holder = at(root, steps.slice(0, end - 1)) as Parent | undefined;
    const name = steps[end - 1] as string;
    if (typeof holder !== "object" || holder === null) continue;
    if (fallback === undefined) {
      if (!(name in holder)) continue;
      delete holder[name];
      return true;
    }
    if (JSON.stringify(holder[name]) === JSON.stringify(fallback)) continue;
    holder[name] = clone(fallback);
    return true;
  }
  return false;
}

function compact(value: unknown, removed: ReadonlySet<unknown>): void {
  if (Array.isArray(value)) {
    for (let i = value.length - 1; i >= 0; i--) if (removed.has(value[i])) value.splice(i, 1);
    for (const each of value) compact(each, removed);
  } else if (typeof value === "object" && value !== null)
    for (const each of Object.values(value)) compact(each, removed);
}

/** A number from a text, for ids that have to differ. */
function hash(text: string): number {
  let sum = 7;
  for (let i = 0; i < text.length; i++) sum = (sum * 31 + text.charCodeAt(i)) | 0;
  return sum;
}
