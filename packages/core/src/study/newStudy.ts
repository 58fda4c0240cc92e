import { STUDY_FORMAT, STUDY_VERSION, type Study } from "./study.ts";

/** A study with a scene and nothing in it. */
export function emptyStudy(name: string): Study {
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    name,
    scene: { width: 640, height: 400, background: "#DFE7E4", frameRate: 60 },
    figures: [],
    curves: [],
    sequence: [],
    followers: [],
    markers: [],
  };
}

/**
 * The study a new user begins with: one ball that rolls across at constant speed, because seeing how mechanical that
 * looks is the first step.
 */
export function firstStudy(name: string, newId: () => string): Study {
  const ball = newId();
  return {
    ...emptyStudy(name),
    figures: [
      {
        id: ball,
        name: "Ball",
        kind: "ball",
        parent: null,
        pivot: { x: 0.5, y: 0.5 },
        hue: "slate",
        rest: { x: 80, y: 168, width: 64, height: 64, color: "#3F5E8C" },
        look: {},
      },
    ],
    sequence: [
      {
        type: "tween",
        id: newId(),
        name: "roll",
        tether: { to: "start", offset: 200 },
        figures: [ball],
        tracks: [
          {
            channel: "x",
            keys: [
              { id: newId(), time: 0, value: 80, curve: { kind: "linear" } },
              { id: newId(), time: 1200, value: 496 },
            ],
          },
        ],
      },
    ],
  };
}
