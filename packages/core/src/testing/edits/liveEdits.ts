import {
  deleteLever,
  deletePose,
  deleteResponse,
  deleteTake,
  keepLever,
  keepPose,
  keepResponse,
  keepTake,
  setDown,
} from "../../edit/index.ts";
import {
  type Lever,
  type LiveResponse,
  NO_LIVE,
  REST_POSE,
  type Study,
} from "../../study/index.ts";
import { key, tween } from "../build.ts";
import type { EditKind, Given } from "./given.ts";

const SILENT = { keeps: "motion" } as const;
const liveOf = ({ live }: Study) => live ?? NO_LIVE;

function anyResponse({ study, pick, newId, item, random }: Given): LiveResponse {
  const { poses, responses } = liveOf(study);
  const lever = pick(liveOf(study).levers);
  const one = item();
  const pose = pick([...poses.map(({ id }) => id), REST_POSE]) ?? REST_POSE;
  const after = pick(responses);
  return {
    id: newId(),
    when: pick<LiveResponse["when"]>([
      { on: "press", figure: null },
      { on: "hold", figure: null, time: 300 },
      ...(lever ? [{ on: "rises" as const, lever: lever.id, past: 40 }] : []),
      ...(after ? [{ on: "arrived" as const, response: after.id }] : []),
    ]) ?? { on: "start" },
    then: [
      pick<LiveResponse["then"][number]>([
        { do: "pose", pose },
        { do: "next", poses: [pose, REST_POSE] },
        { do: "play", direction: pick(["forwards", "backwards", "turns"] as const) ?? "forwards" },
        ...(one && one.type !== "cue"
          ? [{ do: "play" as const, direction: "forwards" as const, item: one.id }]
          : []),
      ]) ?? { do: "pose", pose },
    ],
    how: { curve: { kind: "linear" }, duration: Math.round(random() * 400) },
    midFlight: "keeps-speed",
  };
}

/** What a person does in Live; nothing of it changes what the sequence shows, but what follows a lever. */
export const LIVE_EDITS = {
  keepPose: ({ study, figure, newId, random }) => {
    const one = figure();
    const values = one ? { [one.id]: { x: Math.round(random() * 300) } } : {};
    return { change: keepPose(study, { id: newId(), name: "Open", values }), law: SILENT };
  },
  deletePose: ({ study, pick }) => ({
    change: deletePose(study, { id: pick(liveOf(study).poses)?.id ?? "none" }),
    law: SILENT,
  }),
  keepLever: ({ study, newId, pick, random }) => {
    const of: Lever["of"] = pick<Lever["of"]>([
      { kind: "slider" },
      { kind: "pointer-x", figure: null },
    ]) ?? { kind: "slider" };
    const range = [0, 50 + Math.round(random() * 100)] as const;
    return { change: keepLever(study, { id: newId(), name: "Tide", of, range }), law: SILENT };
  },
  deleteLever: ({ study, pick }) =>
    deleteLever(study, { id: pick(liveOf(study).levers)?.id ?? "none" }),
  keepResponse: (given) => ({
    change: keepResponse(given.study, anyResponse(given)),
    law: SILENT,
  }),
  deleteResponse: ({ study, pick }) => ({
    change: deleteResponse(study, { id: pick(liveOf(study).responses)?.id ?? "none" }),
    law: SILENT,
  }),
  keepTake: ({ study, newId, random }) => {
    const events = [{ time: random() * 300, type: "key-down" as const, key: "a" }];
    return {
      change: keepTake(study, { id: newId(), name: "take", duration: 900, events }),
      law: SILENT,
    };
  },
  deleteTake: ({ study, pick }) => ({
    change: deleteTake(study, { id: pick(liveOf(study).takes)?.id ?? "none" }),
    law: SILENT,
  }),
  setDown: ({ study, figure, newId, time, hasRoom }) => {
    const one = figure();
    if (!one || !hasRoom) return undefined;
    const keys = [0, 200].map((at) => ({ ...key(at, at), id: newId() }));
    return setDown(study, { tweens: [tween(newId(), time(), one.id, [{ channel: "x", keys }])] });
  },
} satisfies Record<string, EditKind>;
