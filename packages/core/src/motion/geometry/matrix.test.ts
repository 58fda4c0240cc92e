import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { compileStudy, mapPoint, matrixAt, pivotPath, poseMatrix } from "../index.ts";

/** Whole numbers, without the sign of zero. */
const whole = (numbers: readonly number[]) => numbers.map((value) => Math.round(value) + 0);

describe("where a figure's box lies in the scene", () => {
  const motion = compileStudy(
    kiosk({
      figures: [
        figure("dial", { rest: { x: 100, y: 50, width: 200, height: 100, rotate: 90 } }),
        figure("needle", {
          parent: "dial",
          pivot: { x: 0, y: 0 },
          rest: { x: 10, y: 20, width: 40, height: 10, scaleX: 2 },
        }),
      ],
    }),
  );

  it("turns about the pivot and composes with the parent, as CSS does", () => {
    const dial = matrixAt(motion, 0, 0);
    // A quarter turn about (200, 100): the top left corner comes to the top right.
    expect(whole(mapPoint(dial, 0, 0))).toEqual([250, 0]);
    expect(whole(mapPoint(dial, 100, 50))).toEqual([200, 100]);
    const needle = matrixAt(motion, 1, 0);
    expect(whole(mapPoint(needle, 0, 0))).toEqual([230, 10]);
    expect(whole(mapPoint(needle, 40, 0))).toEqual([230, 90]);
  });

  it("is the same from poses as from single channels", () => {
    const poses = motion.at(0, new Float64Array(motion.slotCount));
    expect(poseMatrix(motion, poses, 1)).toEqual(matrixAt(motion, 1, 0));
  });

  it("gives the pivot at every frame, and at the very end", () => {
    const moving = compileStudy(
      kiosk({
        figures: [figure("pass", { rest: { width: 20, height: 10 } })],
        sequence: [tween("t", 0, "pass", [{ channel: "x", keys: [key(0, 0), key(110, 110)] }])],
      }),
    );
    const path = pivotPath(moving, 0, { from: 0, to: 110, frameRate: 20 });
    expect([...path]).toEqual([10, 5, 60, 5, 110, 5, 120, 5]);
  });

  it("does not hang on a circle of parents", () => {
    const circle = compileStudy(
      kiosk({ figures: [figure("a", { parent: "b" }), figure("b", { parent: "a" })] }),
    );
    expect(matrixAt(circle, 0, 0)).toHaveLength(9);
  });
});
