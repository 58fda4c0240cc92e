import {
  addFigure,
  addFigures,
  addFollower,
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
import { CHANNELS, type ChannelId, eachTween, type Follower } from "../../study/index.ts";
import { figure as builtFigure } from "../build.ts";
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
  joinPath: ({ study, pick, newId }) => {
    const motion = compileStudy(study);
    const able = study.figures.filter(({ id }) => joinable(motion, id));
    const one = pick(able);
    if (!one) return undefined;
    const change = joinPath(study, { figureId: one.id, newId });
    return { change, law: { keeps: "place", figureId: one.id, within: JOIN_TOLERANCE } };
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
