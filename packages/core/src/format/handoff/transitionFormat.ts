import { compileStudy } from "../../motion/index.ts";
import { WITHIN } from "../css/css.ts";
import { ON_LOAD, PLAYING } from "../css/cssBegins.ts";
import { TRANSITION_WAYS, type TransitionOptions, transitionCss } from "../css/transitionCss.ts";
import { ON_OPTION, WITHIN_OPTION } from "./cssOptions.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat, HandoffParts, HandoffSettings } from "./handoffFormat.ts";

const optionsOf = (
  { when, on, within }: HandoffSettings,
  { figures, selectors }: HandoffParts = {},
): TransitionOptions => ({
  when: TRANSITION_WAYS.find((each) => each === when) ?? "hover",
  on: String(on ?? ON_LOAD.on),
  share: Number(within ?? WITHIN) / WITHIN,
  ...{ figures, selectors },
});

/** The first pose and the last, and CSS transitions between them. */
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
    ON_OPTION,
    WITHIN_OPTION,
  ],
  extension: () => "css",
  mime: "text/css",
  choosesFigures: true,
  write: (study, settings, parts) => {
    const { text, selectorOf } = transitionCss(study, optionsOf(settings, parts));
    return { text, selectorOf };
  },
  limits: (study, settings) => {
    const { lost } = transitionCss(study, optionsOf(settings));
    const motion = compileStudy(study);
    const some = lost.slice(0, 3).join(", ");
    return [
      {
        what: "Interrupted, it turns around from where it stands: the speed it had is lost, and the way back is as long as the way was that it came.",
        cure: "Hand off CSS where it has to play to its end.",
      },
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
  stage: (study, _, { fonts }, settings) => {
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
