import {
  eachItem,
  NO_LIVE,
  type PointerTrigger,
  type Study,
  type Trigger,
} from "@levitas/core/study";
import { numberLabel } from "../../ui/numberLabel.ts";
import { keyWord } from "./keyWord.ts";
import type { LiveNames } from "./liveNames.ts";

/** How a trigger is chosen and read. */
interface TriggerWords<T extends Trigger> {
  /** As it is chosen. */
  readonly label: string;
  /** What it is as it has just been chosen, at the figure that another trigger was at. */
  readonly first: (study: Study, figure: string | null) => T;
  /** What happens; its label if absent. */
  readonly say?: (trigger: T) => string;
  /** On what, or which one; empty for nothing in particular. */
  readonly on: (trigger: T, names: LiveNames) => string;
  /** What a study lacks for it; empty where it can be chosen. */
  readonly needs?: (study: Study) => string;
}

/** The triggers of a kind. */
type Of<Kind, All = Trigger> = All extends { readonly on: infer On }
  ? Kind extends On
    ? All
    : never
  : never;

type Pointed = Extract<Trigger, { on: PointerTrigger }>;

/** What the pointer does at a figure, or anywhere in the scene. */
const pointed = (on: PointerTrigger, label: string): TriggerWords<Pointed> => ({
  label,
  first: (_, figure) => ({ on, figure }),
  on: ({ figure }, names) => names.figure(figure),
});

type Passed = Extract<Trigger, { lever: string }>;

/** A lever that goes past a value. */
const passes = (on: Passed["on"]): TriggerWords<Passed> => ({
  label: `lever ${on} past`,
  first: ({ live }) => {
    const [lever] = (live ?? NO_LIVE).levers;
    const past = lever ? (lever.range[0] + lever.range[1]) / 2 : 0;
    return { on, lever: lever?.id ?? "", past };
  },
  say: ({ past }) => `${on} past ${numberLabel(past, 2)}`,
  on: ({ lever }, names) => names.lever(lever),
  needs: ({ live }) => ((live ?? NO_LIVE).levers.length === 0 ? "needs a lever" : ""),
});

const duration = (time: number) => `${numberLabel(time, 0)} ms`;

/** What a response can wait for, in the order in which it is chosen. */
const TRIGGERS: {
  readonly [Kind in Trigger["on"]]: TriggerWords<Of<Kind>>;
} = {
  press: pointed("press", "press"),
  release: pointed("release", "release"),
  "double-press": pointed("double-press", "double press"),
  enter: pointed("enter", "pointer enters"),
  leave: pointed("leave", "pointer leaves"),
  hold: {
    label: "hold",
    first: (_, figure) => ({ on: "hold", figure, time: 400 }),
    say: ({ time }) => `hold for ${duration(time)}`,
    on: ({ figure }, names) => names.figure(figure),
  },
  key: {
    label: "key",
    first: () => ({ on: "key", key: "Enter" }),
    on: ({ key }) => keyWord(key),
  },
  rises: passes("rises"),
  falls: passes("falls"),
  cue: {
    label: "cue",
    first: ({ sequence }) => {
      const cue = [...eachItem(sequence)].find(({ type }) => type === "cue");
      return { on: "cue", cue: cue?.name ?? "Cue" };
    },
    on: ({ cue }) => `“${cue}”`,
  },
  arrived: {
    label: "another arrived",
    first: ({ live }) => ({ on: "arrived", response: live?.responses[0]?.id ?? "" }),
    say: () => "arrived",
    on: ({ response }, names) => names.response(response),
    needs: ({ live }) => ((live ?? NO_LIVE).responses.length === 0 ? "needs another answer" : ""),
  },
  start: { label: "start", first: () => ({ on: "start" }), on: () => "" },
  every: {
    label: "every so often",
    first: () => ({ on: "every", time: 2000 }),
    say: ({ time }) => `every ${duration(time)}`,
    on: () => "",
  },
};

/** The kinds of triggers, in the order in which they are chosen. */
export const TRIGGER_KINDS = Object.keys(TRIGGERS) as readonly Trigger["on"][];

/** How triggers of a kind are chosen and read. */
export const triggerWords = (kind: Trigger["on"]): TriggerWords<Trigger> =>
  TRIGGERS[kind] as unknown as TriggerWords<Trigger>;
