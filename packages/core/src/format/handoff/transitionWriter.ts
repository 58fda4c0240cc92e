import { compileCurve, parseCurve } from "../../curve/index.ts";
import {
  finiteSlopes,
  jumpWithoutSpeed,
  posesOf,
  type TransitionTiming,
} from "../../live/index.ts";
import type { ChannelId } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { ON_LOAD, PLAYING } from "../css/cssBegins.ts";
import { WITHIN } from "../css/cssChoices.ts";
import { cssNumber } from "../css/cssNumber.ts";
import type { TransitionOf } from "../css/transitionChanges.ts";
import {
  TRANSITION_TRIGGERS,
  type TransitionOptions,
  transitionCss,
} from "../css/transitionCss.ts";
import { reducedOf } from "./cssSettings.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffParts, HandoffSettings, HandoffWriter } from "./handoffFormat.ts";
import { ends } from "./transitionPoses.ts";
import { studyInTransition } from "./transitionRun.ts";

const optionsOf = (
  { when, on, within, reduced }: HandoffSettings,
  { figures, selectors }: HandoffParts = {},
): TransitionOptions => ({
  when: TRANSITION_TRIGGERS.find((each) => each === when) ?? "hover",
  on: String(on ?? ON_LOAD.on),
  share: Number(within ?? WITHIN) / WITHIN,
  reduced: reducedOf({ reduced: reduced ?? "end" }),
  ...{ figures, selectors },
});

/** How a channel goes in CSS: by what is written, which for a spring is a line of straight pieces. */
export function timingOfChannel(
  ways: readonly TransitionOf[],
  channel: ChannelId,
): TransitionTiming | undefined {
  const way = ways.find(({ channels }) => channels.includes(channel));
  const curve = way && parseCurve(way.timing);
  if (!curve?.ok) return undefined;
  return { easing: finiteSlopes(compileCurve(curve.value)), duration: way?.duration ?? 0 };
}

export const transitionWriter: HandoffWriter = {
  write: (whole, settings, parts) => {
    const study = studyInTransition(whole, settings);
    const name = (pose: string) => posesOf(whole).find(({ id }) => id === pose)?.name ?? pose;
    const between =
      study === whole ? undefined : (ends(whole, settings).map(name) as [string, string]);
    const { text, selectorOf } = transitionCss(study, {
      ...optionsOf(settings, parts),
      ...(between ? { between } : {}),
    });
    return { text, selectorOf };
  },
  limits: (whole, settings) => {
    const study = studyInTransition(whole, settings);
    const { lost, ways } = transitionCss(study, optionsOf(settings));
    const jump =
      study === whole
        ? undefined
        : jumpWithoutSpeed(whole, ...ends(whole, settings), (figure, channel) =>
            timingOfChannel(ways[figure] ?? [], channel),
          );
    const motion = handoffContext(study).motion;
    const some = lost.slice(0, 3).join(", ");
    return [
      {
        what: "Interrupted, it turns around from where it stands: the speed it had is lost, and the way back is as long as the way was that it came.",
        cure: "Hand off CSS where it has to play to its end.",
      },
      ...(jump
        ? [
            {
              what: `In the take “${jump.take}” ${jump.figure} ${jump.channel} would jump by ${cssNumber(Math.round(jump.size))}${jump.unit} a second where it is interrupted.`,
              cure: "Levitas keeps the speed; CSS cannot.",
            },
          ]
        : []),
      ...(lost.length > 0
        ? [
            {
              what: `A transition knows two poses and the straight way between: ${some}${lost.length > 3 ? ` and ${lost.length - 3} more` : ""} ${lost.length === 1 ? "moves" : "move"} otherwise.`,
              cure: "Hand off CSS, which plays the whole of it.",
            },
          ]
        : []),
      ...(motion.endless
        ? [{ what: "What repeats forever ends after its first round.", cure: "Hand off CSS." }]
        : []),
    ];
  },
  stage: (whole, _, { fonts }, settings) => {
    const study = studyInTransition(whole, settings);
    const { text, classOf } = transitionCss(study, {
      ...optionsOf(settings),
      ...{ when: "class", on: "[data-scene]" },
    });
    return scenePage(study, {
      css: text,
      fonts,
      body: `<div data-scene>\n${figureMarkup(study, classOf)}\n</div>\n<script>
{
  const scene = document.querySelector("[data-scene]");
  // The first pose has to be there before it is left.
  for (const each of scene.querySelectorAll("*")) getComputedStyle(each).translate;
  scene.classList.add("${PLAYING}");
}
</script>`,
    });
  },
};
