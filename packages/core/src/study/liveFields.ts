import type { Action, Trigger } from "./live.ts";

/** What a field of a trigger or an action can refer to by its id. */
export type LiveReference = "figure" | "pose" | "marker" | "item" | "lever" | "response";

/**
 * What a field of a trigger or an action holds. From it come its shape, the check of what it refers to, what becomes of it
 * when that is deleted, and its field on the screen.
 */
export type LiveFieldKind =
  | LiveReference
  /** A figure, or null for the scene. */
  | "target"
  /** A list of poses. */
  | "poses"
  /** The name of a cue; a key as `KeyboardEvent.key` names it. */
  | "cue"
  | "key"
  /** A channel of numbers; channels that can be aimed. */
  | "channel"
  | "aim"
  | "amount"
  /** ms */
  | "time"
  | "direction";

export interface LiveField {
  readonly name: string;
  readonly kind: LiveFieldKind;
  /** Whether it may be absent. */
  readonly isOptional?: true;
  /** Whether it is only left out when what it refers to is deleted; else the whole trigger or action goes. */
  readonly isLeftOut?: true;
  /** The least time, ms. */
  readonly least?: number;
  readonly description?: string;
}

const field = (name: string, kind: LiveFieldKind, more: Omit<LiveField, "name" | "kind"> = {}) => ({
  ...{ name, kind },
  ...more,
});

const target = field("figure", "target", {
  description: "What is pressed; null for anywhere in the scene.",
});
const time = field("time", "time", { least: 1 });
const passed = [field("lever", "lever"), field("past", "amount")];

/** What has to be said of each trigger. */
export const TRIGGER_FIELDS: Readonly<Record<Trigger["on"], readonly LiveField[]>> = {
  press: [target],
  release: [target],
  "double-press": [target],
  enter: [target],
  leave: [target],
  hold: [target, time],
  key: [field("key", "key")],
  rises: passed,
  falls: passed,
  cue: [field("cue", "cue")],
  arrived: [field("response", "response")],
  start: [],
  every: [
    time,
    field("jitter", "time", { isOptional: true, least: 0 }),
    field("seed", "amount", { isOptional: true }),
  ],
};

const figure = field("figure", "figure");
const pose = field("pose", "pose");
const between = { isOptional: true, isLeftOut: true } as const;

/** What has to be said of each action. */
export const ACTION_FIELDS: Readonly<Record<Action["do"], readonly LiveField[]>> = {
  pose: [pose],
  next: [field("poses", "poses")],
  aim: [figure, field("channels", "aim")],
  by: [figure, field("channel", "channel"), field("amount", "amount")],
  play: [
    field("item", "item", {
      isOptional: true,
      description: "A group or tween; absent for the sequence.",
    }),
    field("direction", "direction"),
    field("from", "marker", { ...between, description: "Markers between which it plays." }),
    field("to", "marker", between),
  ],
  seek: [field("marker", "marker")],
  set: [pose],
};

/** The fields of a trigger or an action; none of one that is not known. */
export function liveFieldsOf(part: Trigger | Action): readonly LiveField[] {
  return ("on" in part ? TRIGGER_FIELDS[part.on] : ACTION_FIELDS[part.do]) ?? [];
}

const REFERENCES: Readonly<Partial<Record<LiveFieldKind, LiveReference>>> = {
  ...{ figure: "figure", target: "figure", pose: "pose", poses: "pose" },
  ...{ marker: "marker", item: "item", lever: "lever", response: "response" },
};

/** What a trigger or an action refers to: of which kind, and in which field and place of it. */
export function liveReferences(
  part: Trigger | Action,
): { readonly of: LiveReference; readonly id: string; readonly path: string }[] {
  return liveFieldsOf(part).flatMap(({ name, kind }) => {
    const of = REFERENCES[kind];
    const value = (part as unknown as Readonly<Record<string, unknown>>)[name];
    if (!of || value === undefined || value === null) return [];
    if (Array.isArray(value)) return value.map((id, i) => ({ of, id, path: `${name}[${i}]` }));
    return [{ of, id: value as string, path: name }];
  });
}

/** A trigger or an action without what is not there; itself where all is, undefined where nothing is left of it. */
export function withoutMissing<T extends Trigger | Action>(
  part: T,
  isThere: (of: LiveReference, id: string) => boolean,
): T | undefined {
  const missing = liveReferences(part).filter(({ of, id }) => !isThere(of, id));
  if (missing.length === 0) return part;
  const left: Record<string, unknown> = { ...part };
  for (const { name, kind, isLeftOut } of liveFieldsOf(part)) {
    const value = left[name];
    if (Array.isArray(value) && kind === "poses") {
      const there = value.filter((id) => isThere("pose", id));
      if (there.length === 0) return undefined;
      left[name] = there;
    } else if (missing.some(({ path }) => path === name)) {
      if (!isLeftOut) return undefined;
      delete left[name];
    }
  }
  return left as unknown as T;
}
