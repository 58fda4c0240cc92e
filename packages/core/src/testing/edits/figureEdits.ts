import type { Curve } from "../../curve/index.ts";
import {
  addFigure,
  addFigures,
  addFollower,
  addItem,
  deleteFigure,
  deleteFollower,
  dissolveGroup,
  duplicateFigure,
  groupFigures,
  JOIN_TOLERANCE,
  joinable,
  joinPath,
  moveSpacePoint,
  nestFigure,
  orderFigure,
  renameFigure,
  renameStudy,
  replaceStudy,
  roundSpacePoints,
  separatePath,
  setFollower,
  setGuides,
  setHue,
  setLook,
  setPivot,
  setRest,
  setScene,
  setSpaceHandle,
} from "../../edit/index.ts";
import { compileStudy } from "../../motion/index.ts";
import {
  CHANNELS,
  type ChannelId,
  eachTween,
  type Follower,
  type Study,
} from "../../study/index.ts";
import { bezier, figure as builtFigure, tween } from "../build.ts";
import type { EditKind, Given } from "./given.ts";
import { valueFor } from "./keyEdits.ts";

const someone = ({ figure }: Given) => figure()?.id ?? "none";
const SILENT = { keeps: "motion" } as const;

function anyFollower({ figure, pick, random, newId }: Given): Follower | undefined {
  const [first, second] = [figure(), figure()];
  if (!first || !second) return undefined;
  return {
    ...{ id: newId(), figure: first.id, channel: pick(["opacity", "x"] as const) ?? "x" },
    source: { figure: second.id, channel: pick(["x", "y"] as const) ?? "y" },
    ...{ of: pick(["value", "speed"] as const) ?? "value", from: [0, 100], to: [0, random()] },
  };
}

/** The study with one more figure, whose x and y go their own ways: other times, other curves, jumps. */
function withApart({ study, random, pick, newId }: Given): Study {
  const one = builtFigure(newId(), { rest: { x: 40, y: 60 } });
  const go = (channel: "x" | "y") => {
    let time = 0;
    const keys = Array.from({ length: 2 + Math.floor(random() * 3) }, () => {
      time += 40 + random() * 300;
      return { id: newId(), time, value: Math.round(random() * 300), curve: pick(APART) ?? LINEAR };
    });
    return tween(newId(), random() * 400, one.id, [{ channel, keys }]);
  };
  const withOne = addFigure(study, { figure: one }).after;
  return [go("x"), go("y")].reduce((of, item) => addItem(of, { item }).after, withOne);
}

const LINEAR: Curve = { kind: "linear" };
const APART: readonly Curve[] = [
  LINEAR,
  bezier(0.3, 1.6, 0.6, 1),
  { kind: "steps", count: 4, position: "jump-end" },
  { kind: "spring-feel", overshoot: 0.12, settle: 400 },
];

/** What a person does to figures, the scene and paths through it. */
export const FIGURE_EDITS = {
  renameStudy: ({ study }) => ({ change: renameStudy(study, { name: "Quay" }), law: SILENT }),
  renameFigure: (given) => ({
    change: renameFigure(given.study, { figureId: someone(given), name: "Pass" }),
    law: SILENT,
  }),
  replaceStudy: ({ study }) =>
    replaceStudy(study, { study: { ...study, name: "Read from a file" }, label: "replace" }),
  setScene: ({ study, pick, random }) =>
    setScene(study, {
      frameRate: 24 + Math.floor(random() * 40),
      perspective: pick([undefined, 400, 1200]) ?? study.scene.perspective ?? 800,
      background: "#E7EEF0",
    }),
  addFigure: ({ study, newId, hasRoom }) =>
    hasRoom
      ? { change: addFigure(study, { figure: builtFigure(newId()) }), law: SILENT }
      : undefined,
  addFigures: ({ study, newId, hasRoom }) =>
    hasRoom
      ? { change: addFigures(study, { figures: [builtFigure(newId())] }), law: SILENT }
      : undefined,
  setRest: (given) => {
    const channel = (given.pick(CHANNELS)?.id ?? "x") as ChannelId;
    const value = valueFor(channel, given);
    return setRest(given.study, { figureId: someone(given), channel, value });
  },
  setPivot: (given) =>
    setPivot(given.study, {
      figureId: someone(given),
      pivot: { x: given.random(), y: given.random() },
    }),
  setHue: (given) => setHue(given.study, { figureId: someone(given), hue: "plum" }),
  setLook: (given) => setLook(given.study, { figureId: someone(given), look: { text: "Lane 2" } }),
  orderFigure: (given) =>
    orderFigure(given.study, {
      figureId: someone(given),
      before: given.chance(0.5) ? someone(given) : null,
    }),
  nestFigure: (given) =>
    nestFigure(given.study, {
      figureId: someone(given),
      parent: given.chance(0.4) ? null : someone(given),
    }),
  duplicateFigure: (given) => {
    if (!given.hasRoom) return undefined;
    const args = { figureId: someone(given), name: "copy", newId: given.newId };
    return { change: duplicateFigure(given.study, args), law: SILENT };
  },
  groupFigures: (given) => {
    const { study, newId, figure, random } = given;
    const first = figure();
    return groupFigures(study, {
      figureIds: [first?.id ?? "none", someone(given)],
      group: builtFigure(newId(), {
        ...{ kind: "group", parent: first?.parent ?? null },
        rest: { x: Math.round(random() * 200), y: 20 },
      }),
    });
  },
  dissolveGroup: (given) => dissolveGroup(given.study, { figureId: someone(given) }),
  deleteFigure: (given) =>
    given.chance(0.3) && given.study.figures.length > 2
      ? deleteFigure(given.study, { figureId: someone(given) })
      : undefined,
  setGuides: ({ study, chance }) =>
    setGuides(study, { guides: chance(0.5) ? [{ axis: "x", at: 40 }] : [] }),
  joinPath: (given) => {
    const { pick, newId } = given;
    const able = (of: Study) => {
      const motion = compileStudy(of);
      return of.figures.filter(({ id }) => joinable(motion, id));
    };
    // Few studies have a figure that x and y alone move: one is drawn then.
    const one = pick(able(given.study));
    const study = one ? given.study : withApart(given);
    const figureId = one?.id ?? study.figures.at(-1)?.id ?? "none";
    const change = joinPath(study, { figureId, newId });
    return { change, law: { keeps: "place", figureId, within: JOIN_TOLERANCE } };
  },
  separatePath: ({ study, pick, newId }) => {
    const paths = [...eachTween(study.sequence)].filter(({ path }) => path);
    return separatePath(study, { tweenId: pick(paths)?.id ?? "none", newId });
  },
  moveSpacePoint: ({ study, key, random }) =>
    moveSpacePoint(study, {
      keyId: key()?.id ?? "none",
      by: { x: Math.round(random() * 90), y: -20 },
    }),
  roundSpacePoints: ({ study, someKeys }) => roundSpacePoints(study, { keyIds: someKeys() }),
  setSpaceHandle: ({ study, key, random, pick }) =>
    setSpaceHandle(study, {
      keyId: key()?.id ?? "none",
      side: pick(["in", "out"] as const) ?? "out",
      to: { x: Math.round(random() * 90), y: 30 },
    }),
  addFollower: (given) => {
    const follower = anyFollower(given);
    return follower && given.study.followers.length < 6
      ? addFollower(given.study, follower)
      : undefined;
  },
  setFollower: ({ study, pick, random }) =>
    setFollower(study, {
      id: pick(study.followers)?.id ?? "none",
      set: { to: [0, random() * 2], lag: pick([undefined, 60]) },
    }),
  deleteFollower: ({ study, pick }) =>
    deleteFollower(study, { id: pick(study.followers)?.id ?? "none" }),
} satisfies Record<string, EditKind>;
