import { type Action, channelOf, REST_POSE, type Study } from "@levitas/core/study";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { LiveNames } from "./liveNames.ts";

/** How an action is chosen and read. */
interface ActionWords<T extends Action> {
  /** As it is chosen. */
  readonly label: string;
  /** What it is as it has just been chosen. */
  readonly first: (study: Study, figure: string) => T;
  readonly say: (action: T, names: LiveNames) => string;
  /** What a study lacks for it; empty where it can be chosen. */
  readonly needs?: (study: Study) => string;
}

const firstPose = ({ live }: Study): string => live?.poses[0]?.id ?? REST_POSE;

/** What a response can do, in the order in which it is chosen. */
const ACTIONS: { readonly [Kind in Action["do"]]: ActionWords<Extract<Action, { do: Kind }>> } = {
  pose: {
    label: "go to a pose",
    first: (study) => ({ do: "pose", pose: firstPose(study) }),
    say: ({ pose }, names) => `go to ${names.pose(pose)}`,
  },
  next: {
    label: "next of some poses",
    first: (study) => ({ do: "next", poses: [...new Set([firstPose(study), REST_POSE])] }),
    say: ({ poses }, names) => poses.map((id) => names.pose(id)).join(" · "),
  },
  aim: {
    label: "aim at the pointer",
    first: (_, figure) => ({ do: "aim", figure, channels: ["rotate"] }),
    say: ({ figure, channels }, names) =>
      `${names.figure(figure)} ${channels.includes("rotate") ? "turns" : "comes"} to the pointer`,
  },
  by: {
    label: "add an amount",
    first: (_, figure) => ({ do: "by", figure, channel: "rotate", amount: 90 }),
    say: ({ figure, channel, amount }, names) => {
      const { label, unit } = channelOf(channel);
      return `${names.figure(figure)} ${label} ${amount >= 0 ? "+" : ""}${numberLabel(amount, 1)}${unit}`;
    },
  },
  play: {
    label: "play",
    first: () => ({ do: "play", direction: "turns" }),
    say: ({ item, from, to, direction }, names) => {
      const what = item === undefined ? "the sequence" : `“${names.item(item)}”`;
      const start = from === undefined ? "" : ` from “${names.marker(from)}”`;
      const end = to === undefined ? "" : ` to “${names.marker(to)}”`;
      const back = { forwards: "", backwards: ", backwards", turns: ", back when asked again" };
      return `play ${what}${start}${end}${back[direction]}`;
    },
  },
  seek: {
    label: "show a marker",
    first: ({ markers }) => ({ do: "seek", marker: markers[0]?.id ?? "" }),
    say: ({ marker }, names) => `show “${names.marker(marker)}”`,
    needs: ({ markers }) => (markers.length === 0 ? "needs a marker" : ""),
  },
  set: {
    label: "a pose at once",
    first: (study) => ({ do: "set", pose: firstPose(study) }),
    say: ({ pose }, names) => `${names.pose(pose)} at once`,
  },
};

/** The kinds of actions, in the order in which they are chosen. */
export const ACTION_KINDS = Object.keys(ACTIONS) as readonly Action["do"][];

/** How actions of a kind are chosen and read. */
export const actionWords = (kind: Action["do"]): ActionWords<Action> =>
  ACTIONS[kind] as unknown as ActionWords<Action>;
