import type { Bench } from "../session/bench.ts";
import type { beginSceneBox, SceneBox } from "./sceneBox.ts";

type Point = Parameters<SceneBox["move"]>[0];

/** A box over the ground of the scene, of which what draws it comes with the first one: until then it waits. */
export function beginLateBox(bench: Bench, ...args: Rest): SceneBox {
  let box: SceneBox | undefined;
  let [last, isOver] = [undefined as Point | undefined, false];
  void import("./sceneBox.ts").then((late) => {
    if (isOver) return;
    box = late.beginSceneBox(bench, ...args);
    if (last) box.move(last);
  });
  return {
    move: (point) => {
      last = point;
      box?.move(point);
    },
    end: (cancelled) => {
      isOver = true;
      box?.end(cancelled);
    },
  };
}

type Rest = Parameters<typeof beginSceneBox> extends [unknown, ...infer R] ? R : never;
