import {
  type Action,
  eachItem,
  NO_LIVE,
  REST_POSE,
  type Study,
  type Trigger,
} from "@levitas/core/study";

/** What is waited for of another kind, on what it was before where that has one. */
export function firstWhen(study: Study, on: Trigger["on"], before?: Trigger): Trigger {
  const { levers, responses } = study.live ?? NO_LIVE;
  const figure = before && "figure" in before ? before.figure : null;
  switch (on) {
    case "hold":
      return { on, figure, time: 400 };
    case "key":
      return { on, key: "Enter" };
    case "rises":
    case "falls": {
      const [lever] = levers;
      return {
        ...{ on, lever: lever?.id ?? "" },
        past: lever ? (lever.range[0] + lever.range[1]) / 2 : 0,
      };
    }
    case "cue": {
      const cue = [...eachItem(study.sequence)].find(({ type }) => type === "cue");
      return { on, cue: cue?.name ?? "Cue" };
    }
    case "arrived":
      return { on, response: responses[0]?.id ?? "" };
    case "start":
      return { on };
    case "every":
      return { on, time: 2000 };
    default:
      return { on, figure };
  }
}

/** What is done of another kind, with the figure that is pressed where one is needed. */
export function firstThen(study: Study, kind: Action["do"], when: Trigger): Action {
  const pressed = "figure" in when ? when.figure : null;
  const figure = pressed ?? study.figures[0]?.id ?? "";
  const first = study.live?.poses[0]?.id ?? REST_POSE;
  switch (kind) {
    case "pose":
    case "set":
      return { do: kind, pose: first };
    case "next":
      return { do: kind, poses: first === REST_POSE ? [REST_POSE] : [first, REST_POSE] };
    case "aim":
      return { do: kind, figure, channels: ["rotate"] };
    case "by":
      return { do: kind, figure, channel: "rotate", amount: 90 };
    case "play":
      return { do: kind, direction: "turns" };
    case "seek":
      return { do: kind, marker: study.markers[0]?.id ?? "" };
  }
}
