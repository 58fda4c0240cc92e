import { ARRANGEMENTS } from "../session/arrangement.ts";
import { laneName } from "../session/rows.ts";
import { type Command, needsLane } from "./command.ts";
import { keyTimes } from "./timeCommands.ts";

/** What the scene shows besides its figures. */
const SCENE: readonly Command[] = (
  [
    ["showPath", "path", "the path of the chosen figure", "trajectory trail route"],
    ["showSpacing", "spacing", "the spacing: where it is in each frame", "dots ticks frames"],
    ["showTwin", "twin", "the linear twin: the same motion without easing", "ghost compare"],
  ] as const
).map(([field, id, what, also]) => ({
  id: `scene-${id}`,
  label: `Show ${what}, or hide it`,
  also,
  isOn: ({ store }) => store.getState()[field],
  run: ({ store }) => store.setState({ [field]: !store.getState()[field] }),
}));

/** What is looked at, and how large. */
export const VIEW_COMMANDS: readonly Command[] = [
  {
    id: "graph",
    label: "Unfold the chosen lane to its graph",
    keys: ["g"],
    shownKeys: "G",
    why: needsLane,
    run: (bench) => {
      const { figure, channel } = bench.selection;
      if (figure !== null && channel !== null) bench.unfold(laneName(figure, channel));
    },
  },
  {
    id: "arrange",
    label: "Show the sequence as blocks, or the lanes",
    keys: ["q"],
    shownKeys: "Q",
    run: (bench) => bench.store.setState({ arranging: !bench.store.getState().arranging }),
  },
  {
    id: "live",
    inLive: true,
    label: "Live: press on the scene and see it answer, or back",
    also: "interact play click test try",
    keys: ["l"],
    shownKeys: "L",
    isOn: ({ store }) => store.getState().live,
    run: (bench) => bench.store.setState({ live: !bench.store.getState().live }),
  },
  ...ARRANGEMENTS.map(
    ({ id, title, key }): Command => ({
      id: `panes-${id}`,
      inLive: true,
      label: title,
      keys: [key],
      shownKeys: key,
      run: (bench) => bench.arrange(id),
    }),
  ),
  ...SCENE,
  {
    id: "scene-onion",
    label: "Show the onion skin: the frames before and after, or hide it",
    also: "ghost previous next frames",
    isOn: ({ store }) => store.getState().onion.on,
    run: ({ store }) => {
      const { onion } = store.getState();
      store.setState({ onion: { ...onion, on: !onion.on } });
    },
  },
  {
    id: "scene-fit",
    label: "Fit the scene to its pane",
    also: "zoom whole all 100 reset",
    inLive: true,
    run: ({ camera }) => camera.fit(),
  },
  {
    id: "leave-scene",
    inLive: true,
    label: "Leave the scene alone, back to the panes",
    keys: ["escape"],
    shownKeys: "Escape",
    why: (bench) =>
      bench.store.getState().arrangement === "scene" ? undefined : "The panes are shown already.",
    run: (bench) => bench.arrange("scene"),
  },
  {
    id: "fit",
    label: "Fit the views to everything",
    keys: ["v"],
    shownKeys: "V",
    run: (bench) => {
      bench.view.fit(0, bench.motion.duration);
      bench.desk.fitPlot();
      bench.fitGraphs();
    },
  },
  {
    id: "fit-selection",
    label: "Fit the timeline to the selection",
    keys: ["shift+v"],
    shownKeys: "Shift V",
    why: (bench) => (keyTimes(bench).length === 0 ? "There are no keys to fit it to." : undefined),
    run: (bench) => {
      const times = keyTimes(bench);
      bench.view.fit(times[0] as number, times.at(-1) as number);
    },
  },
];
