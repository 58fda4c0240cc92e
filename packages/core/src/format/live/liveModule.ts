import type { PageStudy } from "../../live/index.ts";
import type { Figure, Study } from "../../study/index.ts";
import { selectorsOf } from "../css/cssBegins.ts";
import { jsLineComment, jsLiteral } from "../escape.ts";
import { handoffNames } from "../names.ts";
import { RUNTIME_KEYS, RUNTIME_NAMES, RUNTIME_PIECES } from "./liveRuntime.ts";
import { pageStudyOf } from "./pageStudyOf.ts";

type Name = keyof typeof RUNTIME_NAMES;

/** A module that answers, with what is known of it. */
export interface LiveModule {
  readonly text: string;
  /** The part of the text that is the same code for all studies, as far as this one needs it. */
  readonly runtime: string;
  readonly classOf: Readonly<Record<string, string>>;
  readonly selectorOf: Readonly<Record<string, string>>;
}

/**
 * A study that answers as an ES module: `live(scene)`. Its runtime is Levitas's own code for Live, of which only the
 * parts leave that the study needs.
 *
 * @param figures ids of the figures that leave; all if absent
 * @param selectors by figure id, in place of classes
 */
export function liveModule(
  study: Study,
  {
    figures,
    selectors = {},
  }: {
    readonly figures?: ReadonlySet<string> | undefined;
    readonly selectors?: Readonly<Record<string, string>> | undefined;
  } = {},
): LiveModule {
  const { classOf } = handoffNames(study);
  const selectorOf = selectorsOf(study, classOf, selectors);
  const leaves = ({ id }: Figure) => figures === undefined || figures.has(id);
  const page = pageStudyOf(study, selectorOf, leaves);
  const { parts, runtime } = partsOf(page, study);
  const levers = page.levers.filter(({ of }) => of.kind === "slider");
  const text = `// ${jsLineComment(study.name)}: live(scene) answers on the elements found in it.
${levers.map(({ id, name }) => `// ${jsLineComment(`Slider “${name}”: <input type="range" data-lever="${id}">, or send({ type: "lever", lever: "${id}", value }).`)}\n`).join("")}// @ts-nocheck

/**
 * @typedef {{ type: "press" | "release" | "move", x: number, y: number, figure: string | null } | { type: "key-down" | "key-up", key: string } | { type: "lever", lever: string, value: number }} LiveEvent
 *
 * @typedef {object} LiveOptions
 * @property {boolean | "auto"} [reduced] goes at once, without moving; "auto" asks what the person prefers
 * @property {(kind: string, time: number, what: LiveEvent | string) => void} [note] told of every event as it is taken, with its time in ms
 * @property {() => number} [now] the time in ms, in place of that of the page
 *
 * @typedef {object} LiveControls
 * @property {(event: LiveEvent) => void} send does something: a press, a key, or a lever that is moved
 * @property {() => void} paint shows the scene as it is now
 * @property {() => void} stop answers no more
 */

const study = ${jsLiteral(page)};

// What runs it: Levitas's own code for Live, shortened.
${runtime}

/**
 * Answers on the elements that are found within a scene.
 *
 * @type {(scene?: HTMLElement, options?: LiveOptions) => LiveControls}
 */
export const live = (scene = document.querySelector("[data-scene]") ?? document.body, options = {}) =>
  ${shortOf("runLive")}(study, scene, options, ${parts});
`;
  return { text, runtime, classOf, selectorOf };
}

const shortOf = (name: Name): string => RUNTIME_NAMES[name][1];

/** What plans each kind of what is done. */
const PLANNERS = {
  pose: "goToPose",
  set: "setPose",
  next: "goToNext",
  aim: "aimAtPointer",
  by: "goBy",
} as const;

/** What of the runtime a study needs: what it is given, as text, and the declarations that takes. */
function partsOf(
  page: PageStudy,
  { figures }: Study,
): { readonly parts: string; readonly runtime: string } {
  const { responses, levers, followers, shown, channels } = page;
  const whens = new Set(responses.map(({ when }) => when.on));
  const thens = new Set(responses.flatMap(({ then }) => then.map((each) => each.do)));
  const kinds = new Set(levers.map(({ of }) => of.kind));
  const midFlights = new Set(responses.map(({ midFlight }) => midFlight));
  const ways = new Set(levers.map(({ way }) => way.length));
  const isPointed = (["press", "release", "double-press", "hold", "enter", "leave"] as const).some(
    (when) => whens.has(when),
  );
  const isPlaced = kinds.has("angle") || kinds.has("distance");
  const isEdged = kinds.has("pointer-x") || kinds.has("pointer-y");
  const isSlid = kinds.has("scroll") || kinds.has("slider");
  const isAimed = thens.has("aim");
  const isInside = responses.some(({ then }) =>
    then.some(
      (each) =>
        each.do === "aim" &&
        figures.some(({ id, parent }) => id === each.figure && parent !== null),
    ),
  );
  const needed: Name[] = ["runLive"];
  const use = (name: Name, when: boolean): string[] => {
    if (!when) return [];
    needed.push(name);
    return [shortOf(name)];
  };
  /** `key: value` for an object, where the value is needed. */
  const give = (key: string, name: Name, when: boolean): string[] =>
    use(name, when).map(
      (short) => `${(RUNTIME_KEYS as Readonly<Record<string, string>>)[key] ?? key}: ${short}`,
    );
  const parts = [
    ...use("arrivePart", whens.has("arrived")),
    ...use("queuePart", midFlights.has("waits") || midFlights.has("ignored")),
    ...use("watchPart", whens.has("rises") || whens.has("falls")),
    ...use("pointerLeverPart", isPlaced || isEdged),
    ...use("keyLeverPart", kinds.has("key")),
    ...use("slideLeverPart", isSlid),
    ...use("hoverPart", whens.has("enter") || whens.has("leave")),
    ...use("doublePressPart", whens.has("double-press")),
    ...use("pressPart", !whens.has("double-press") && (whens.has("press") || whens.has("release"))),
    ...use("holdPart", whens.has("hold")),
    ...use("keyPart", whens.has("key")),
    ...use("startPart", whens.has("start")),
    ...use("repeatPart", whens.has("every")),
  ];
  // By what the data say is done, which is not shortened.
  const planners = Object.entries(PLANNERS).flatMap(([done, name]) =>
    use(name, thens.has(done as keyof typeof PLANNERS)).map((short) => `${done}: ${short}`),
  );
  const world = [
    `${RUNTIME_KEYS.thens}: { ${planners.join(", ")} }`,
    ...give(
      "isIn",
      "isIn",
      responses.some(({ inPose }) => inPose !== undefined),
    ),
    ...give(
      "shareOf",
      "growing",
      responses.some(({ how }) => (how.grows ?? "fixed") !== "fixed"),
    ),
  ];
  const uses = [
    ...use("leversOfAll", ways.has(1) && ways.has(3)),
    ...use("leversWithSpring", ways.has(3) && !ways.has(1)),
    ...use("leversWithLag", levers.length > 0 && !ways.has(3)),
    ...use("followsOnPage", followers.length > 0),
    ...use("channelsOnPage", isAimed || thens.has("by")),
    ...use("aimsOnPage", isAimed && isInside),
    ...use("aimsInScene", isAimed && !isInside),
    ...use("placesOnPage", isPlaced),
    ...use("edgesOnPage", isEdged && !isPlaced),
    ...use("pointerInput", isPointed || isPlaced || isEdged),
    ...use("focusInput", page.pressable.length > 0),
    ...use("keyInput", whens.has("key") || kinds.has("key")),
    ...use("scrollInput", kinds.has("scroll")),
    ...use("sliderInput", kinds.has("slider")),
  ];
  const isCurved = responses.some(({ how }) => typeof how.curve === "number");
  const given = [
    `${RUNTIME_KEYS.parts}: [${parts.join(", ")}]`,
    `${RUNTIME_KEYS.world}: { ${world.join(", ")} }`,
    `${RUNTIME_KEYS.uses}: [${uses.join(", ")}]`,
    ...give(
      "turn",
      "angleDelta",
      channels.some(([, , kind]) => kind === 1),
    ),
    ...give(
      "hold",
      "switchedDecay",
      channels.some(([, , kind]) => kind === 2),
    ),
    ...give(
      "spring",
      "springDecay",
      responses.some(({ how }) => typeof how.curve !== "number"),
    ),
    ...give("curve", "curveDecay", isCurved),
    ...give("easing", "easingOf", isCurved),
    ...give(
      "isSeen",
      "isSeen",
      shown.some(([, , , test]) => test !== undefined),
    ),
  ];
  return { parts: `{ ${given.join(", ")} }`, runtime: textOf(needed) };
}

/** The declarations with some names, and all they need. */
function textOf(names: readonly Name[]): string {
  const all = new Set<number>();
  const add = (piece: number): void => {
    if (all.has(piece)) return;
    all.add(piece);
    RUNTIME_PIECES[piece]?.uses.forEach(add);
  };
  for (const name of names) add(RUNTIME_NAMES[name][0]);
  return RUNTIME_PIECES.filter((_, piece) => all.has(piece))
    .map(({ text }) => text)
    .join("\n");
}
