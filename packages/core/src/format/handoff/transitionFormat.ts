import { compileCurve, parseCurve } from "../../curve/index.ts";
import {
  finiteSlopes,
  jumpWithoutSpeed,
  posesOf,
  studyBetweenPoses,
  type TransitionWay,
} from "../../live/index.ts";
import { type ChannelId, REST_POSE, type Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { ON_LOAD, PLAYING } from "../css/cssBegins.ts";
import { cssNumber } from "../css/cssNumber.ts";
import { WITHIN } from "../css/sceneRules.ts";
import {
  TRANSITION_WAYS,
  type TransitionOf,
  type TransitionOptions,
  transitionCss,
} from "../css/transitionCss.ts";
import { ON_OPTION, REDUCED_OPTION, reducedOf, WITHIN_OPTION } from "./cssOptions.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat, HandoffParts, HandoffSettings } from "./handoffFormat.ts";

const optionsOf = (
  { when, on, within, reduced }: HandoffSettings,
  { figures, selectors }: HandoffParts = {},
): TransitionOptions => ({
  when: TRANSITION_WAYS.find((each) => each === when) ?? "hover",
  on: String(on ?? ON_LOAD.on),
  share: Number(within ?? WITHIN) / WITHIN,
  reduced: reducedOf({ reduced: reduced ?? "end" }),
  ...{ figures, selectors },
});

const FIRST = "first";
const LAST = "last";
/** The poses that were kept for Live; without any there is nothing to choose. */
const kept = (study: Study) =>
  study.live?.poses.length ? posesOf(study).map(({ id, name }) => ({ value: id, text: name })) : [];

/** Whether a study answers, and keeps poses to go between. */
const goesBetweenPoses = ({ live }: Study): boolean =>
  live !== undefined && live.poses.length > 0 && live.responses.length > 0;

/** The study between the two poses that were chosen: its own motion, or the way to a pose that was kept. */
function played(study: Study, settings: HandoffSettings): Study {
  const { from, to } = settings;
  const isOwn = (from ?? FIRST) === FIRST && (to ?? LAST) === LAST;
  if (isOwn && study.sequence.length > 0) return study;
  return studyBetweenPoses(study, ...ends(study, settings));
}

/** The two poses that were chosen. */
function ends({ live }: Study, { from, to }: HandoffSettings): [string, string] {
  const first = from === undefined || from === FIRST ? REST_POSE : String(from);
  const last = to === undefined || to === LAST ? (live?.poses[0]?.id ?? REST_POSE) : String(to);
  return [first, last];
}

/** How a channel goes in CSS: by what is written, which for a spring is a line of straight pieces. */
export function wayIn(
  ways: readonly TransitionOf[],
  channel: ChannelId,
): TransitionWay | undefined {
  const way = ways.find(({ channels }) => channels.includes(channel));
  const curve = way && parseCurve(way.timing);
  if (!curve?.ok) return undefined;
  return { easing: finiteSlopes(compileCurve(curve.value)), duration: way?.duration ?? 0 };
}

/** The first pose and the last, or two that were kept, and CSS transitions between them. */
export const transitionFormat: HandoffFormat = {
  id: "transition",
  label: "Transition",
  note: "two poses, on hover and the like",
  group: "For the web",
  options: [
    {
      type: "choice",
      id: "when",
      label: "Goes while it is",
      choices: [
        { value: "hover", text: "hovered" },
        { value: "press", text: "pressed" },
        { value: "focus", text: "focused" },
        { value: "class", text: PLAYING },
      ],
      initial: "hover",
    },
    {
      type: "choice",
      id: "from",
      label: "From",
      choices: [{ value: FIRST, text: "how it begins" }],
      more: kept,
      initial: FIRST,
      // A study that answers goes between its own poses.
      initialOf: (study) => (goesBetweenPoses(study) ? REST_POSE : FIRST),
    },
    {
      type: "choice",
      id: "to",
      label: "To",
      choices: [{ value: LAST, text: "how it ends" }],
      more: kept,
      initial: LAST,
      initialOf: (study) => (goesBetweenPoses(study) ? (study.live?.poses[0]?.id ?? LAST) : LAST),
    },
    ON_OPTION,
    WITHIN_OPTION,
    {
      ...REDUCED_OPTION,
      choices: [
        { value: "as-it-is", text: "as it is" },
        { value: "end", text: "the other pose at once" },
        { value: "rest", text: "stays as it begins" },
        { value: "fade", text: "fades only" },
      ],
      initial: "end",
    },
  ],
  extension: () => "css",
  mime: "text/css",
  choosesFigures: () => "selected",
  played,
  write: (whole, settings, parts) => {
    const study = played(whole, settings);
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
    const study = played(whole, settings);
    const { lost, ways } = transitionCss(study, optionsOf(settings));
    const jump =
      study === whole
        ? undefined
        : jumpWithoutSpeed(whole, ...ends(whole, settings), (figure, channel) =>
            wayIn(ways[figure] ?? [], channel),
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
    const study = played(whole, settings);
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
