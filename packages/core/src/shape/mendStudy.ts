import { type Fault, good, type Result } from "../fault/index.ts";
import { emptyStudy, type Study } from "../study/index.ts";
import { migrateStudy } from "./migrations.ts";
import { readStudyWith } from "./readStudy.ts";

/** The valid part of a study, and the faults of the rest. */
export interface MendedStudy {
  readonly study: Study;
  /** All faults found, with their places; empty for a valid study. */
  readonly faults: readonly Fault[];
}

/** Faults of documents that are no study at all. */
const HOPELESS = new Set([
  "not-a-study",
  "no-version",
  "newer-version",
  "too-deep",
  "too-many-objects",
  "too-many-fields",
  "too-many-values",
  "too-long",
  "reserved-name",
]);

/** The most faults repaired in one round. Repairing some reveals others, such as references to what was removed. */
const FAULTS_A_ROUND = 20_000;
/** The most rounds; a document that needs more is refused. */
const ROUNDS = 40;

/**
 * Reads a document and repairs its faults, changing nothing else: keys are sorted, tethers to nothing become fixed
 * starts, cycles are opened, and a key, track, tween or figure that cannot be read is left out. A document that is no
 * study at all is refused.
 */
export function mendStudy(document: unknown): Result<MendedStudy> {
  let read = readStudyWith(document, FAULTS_A_ROUND);
  if (read.ok) return good({ study: read.value, faults: [] });
  const first = { ok: false as const, faults: read.faults.slice(0, 50) };
  if (read.faults.some(({ code }) => HOPELESS.has(code))) return first;
  const faults = new Map(read.faults.map((fault) => [`${fault.code} ${fault.path}`, fault]));
  // A copy, because the document belongs to the caller; of this version, which the paths of faults are in.
  const own = clone(document);
  const current = typeof own === "object" && own !== null ? migrateStudy(own) : first;
  if (!current.ok) return first;
  let copy: object = current.value;
  for (let round = 0; round < ROUNDS && !read.ok; round++) {
    let changed = false;
    const removed = new Set<unknown>();
    for (const fault of read.faults) changed = repair(copy, fault, removed) || changed;
    if (!changed) return first;
    if (removed.size > 0) removeMarked(copy, removed);
    // The reader gets its own copy, because this one is changed between rounds.
    copy = clone(copy) as object;
    read = readStudyWith(copy, FAULTS_A_ROUND);
    if (read.ok)
      return good({ study: clone(copy) as Study, faults: [...faults.values()].slice(0, 200) });
    for (const fault of read.faults) {
      const key = `${fault.code} ${fault.path}`;
      if (!faults.has(key)) faults.set(key, fault);
    }
  }
  return first;
}

function clone(document: unknown): unknown {
  try {
    return JSON.parse(JSON.stringify(document) ?? "null") as unknown;
  } catch (error) {
    // Circular objects and BigInts: no JSON file can contain them.
    if (error instanceof TypeError) return null;
    throw error;
  }
}

type Parent = Record<string, unknown>;

/** The steps of a path: `a.b[2].c` gives a, b, 2, c. */
const stepsOf = (path: string): string[] => path.split(/[.[\]]+/).filter(Boolean);

function at(root: object, steps: readonly string[]): unknown {
  let value: unknown = root;
  for (const step of steps) value = (value as Parent | undefined)?.[step];
  return value;
}

/** Optional fields, for which older programs may have written null. */
const OPTIONAL = new Set(
  "curve in out fade mode route space clip hidesOverflow stagger path pause fill direction disabled perspective guides rate sound volume push figures turn calm seed front angle closing speed time clamp lag live inPose initial spring jitter seed grows reach item".split(
    " ",
  ),
);

/** Repairs one fault; returns whether anything was changed. */
function repair(root: object, { code, path }: Fault, removed: Set<unknown>): boolean {
  const steps = stepsOf(path);
  const last = steps.at(-1);
  if (last === undefined) return false;
  const holder = at(root, steps.slice(0, -1)) as Parent | undefined;
  if (typeof holder !== "object" || holder === null) return removeEnclosing(root, steps, removed);
  // null in an optional field: the field is removed.
  if (holder[last] === null && OPTIONAL.has(last)) {
    delete holder[last];
    return true;
  }
  switch (code) {
    case "keys-out-of-order": {
      const keys = at(root, steps.slice(0, -2));
      if (!Array.isArray(keys)) return false;
      keys.sort((a: { time: number }, b: { time: number }) => a.time - b.time);
      return true;
    }
    case "events-out-of-order": {
      const events = at(root, steps.slice(0, -2));
      if (!Array.isArray(events)) return false;
      events.sort((a: { time: number }, b: { time: number }) => a.time - b.time);
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

/** Replaces a reference to something that does not exist by one to something that does. */
function hangElsewhere(
  root: object,
  steps: readonly string[],
  holder: Parent,
  removed: Set<unknown>,
): boolean {
  const last = steps.at(-1);
  const above = steps.at(-2);
  if (last === "parent") holder.parent = null;
  else if (above === "values") delete holder[last as string];
  else if (above === "tether") {
    const item = at(root, steps.slice(0, -2)) as Parent;
    item.tether = { to: "start", offset: 0 };
  } else if (above === "curve" && last === "shared") {
    const key = at(root, steps.slice(0, -2)) as Parent;
    delete key.curve;
  } else return removeEnclosing(root, steps, removed);
  return true;
}

/** The default of a required field: the value in a new study. */
function defaultOf(steps: readonly string[]): unknown {
  return at(emptyStudy("Recovered study"), steps);
}

/** Removes the list element that contains a path; if there is none, the field gets the value of a new study. */
function removeEnclosing(root: object, steps: readonly string[], removed: Set<unknown>): boolean {
  for (let end = steps.length; end > 0; end--) {
    if (!/^\d+$/.test(steps[end - 1] as string)) continue;
    const list = at(root, steps.slice(0, end - 1));
    const index = Number(steps[end - 1]);
    if (!Array.isArray(list) || index >= list.length) continue;
    // Objects are marked and removed later, so that the paths of this round's other faults stay valid; other values are
    // removed after them.
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

/** Removes the marked elements from every list, in place. */
function removeMarked(value: unknown, removed: ReadonlySet<unknown>): void {
  if (Array.isArray(value)) {
    const kept = value.filter((each) => !removed.has(each));
    for (const [i, each] of kept.entries()) value[i] = each;
    value.length = kept.length;
    for (const each of value) removeMarked(each, removed);
  } else if (typeof value === "object" && value !== null)
    for (const each of Object.values(value)) removeMarked(each, removed);
}

/** A hash of a text, for ids that have to be distinct. */
function hash(text: string): number {
  let sum = 7;
  for (let i = 0; i < text.length; i++) sum = (sum * 31 + text.charCodeAt(i)) | 0;
  return sum;
}
