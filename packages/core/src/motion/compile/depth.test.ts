import fc from "fast-check";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import {
  boxCorners,
  compileStudy,
  invertMatrix,
  isBackShown,
  mapPoint,
  matrixAt,
  multiplyMatrices,
  parentMatrixAt,
  pivotAt,
  poseMatrix,
} from "../index.ts";

/** A 4 by 4 matrix, row by row: an independent way to the same places. */
type Four = readonly (readonly number[])[];

const times = (a: Four, b: Four): Four =>
  a.map((row) => [0, 1, 2, 3].map((c) => row.reduce((sum, v, i) => sum + v * (b[i]?.[c] ?? 0), 0)));
const translate = (x: number, y: number): Four => [
  [1, 0, 0, x],
  [0, 1, 0, y],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
];
const scale = (x: number, y: number): Four => [
  [x, 0, 0, 0],
  [0, y, 0, 0],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
];
const rad = (degrees: number) => (degrees * Math.PI) / 180;
const rotateZ = (a: number): Four => [
  [Math.cos(rad(a)), -Math.sin(rad(a)), 0, 0],
  [Math.sin(rad(a)), Math.cos(rad(a)), 0, 0],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
];
const rotateX = (a: number): Four => [
  [1, 0, 0, 0],
  [0, Math.cos(rad(a)), -Math.sin(rad(a)), 0],
  [0, Math.sin(rad(a)), Math.cos(rad(a)), 0],
  [0, 0, 0, 1],
];
const rotateY = (a: number): Four => [
  [Math.cos(rad(a)), 0, Math.sin(rad(a)), 0],
  [0, 1, 0, 0],
  [-Math.sin(rad(a)), 0, Math.cos(rad(a)), 0],
  [0, 0, 0, 1],
];
const skewX = (a: number): Four => [
  [1, Math.tan(rad(a)), 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
];
const perspective = (d: number): Four => [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
  [0, 0, -1 / d, 1],
];
const apply = (m: Four, x: number, y: number): [number, number] => {
  const [px = 0, py = 0, , pw = 1] = m.map(
    (row) => (row[0] ?? 0) * x + (row[1] ?? 0) * y + (row[3] ?? 0),
  );
  return [px / pw, py / pw];
};

const size = { width: 120, height: 80 };

describe("a figure in depth", () => {
  it("lies where CSS Transforms Level 2 puts it, whatever its channels say", () => {
    const angle = fc.integer({ min: -75, max: 75 });
    fc.assert(
      fc.property(
        fc.record({
          x: fc.integer({ min: -300, max: 300 }),
          y: fc.integer({ min: -300, max: 300 }),
          rotate: fc.integer({ min: -400, max: 400 }),
          turnX: angle,
          turnY: angle,
          skew: fc.integer({ min: -40, max: 40 }),
          scaleX: fc.constantFrom(1, -1, 0.4, 1.7),
          scaleY: fc.constantFrom(1, 0.6, 2),
        }),
        fc.constantFrom(0, 0.5, 1),
        fc.constantFrom(0, 0.5, 0.92),
        (rest, u, v) => {
          const study = kiosk({
            figures: [figure("pass", { pivot: { x: u, y: v }, rest: { ...rest, ...size } })],
          });
          const eye = { ...study, scene: { ...study.scene, perspective: 700 } };
          const matrix = matrixAt(compileStudy(eye), 0, 0);
          const [px, py] = [u * size.width, v * size.height];
          const four = [
            translate(rest.x + px, rest.y + py),
            rotateZ(rest.rotate),
            scale(rest.scaleX, rest.scaleY),
            perspective(700),
            rotateX(rest.turnX),
            rotateY(rest.turnY),
            skewX(rest.skew),
            translate(-px, -py),
          ].reduce(times);
          for (const [x, y] of [
            [0, 0],
            [size.width, 0],
            [size.width, size.height],
            [33, 71],
          ] as const) {
            const [mx, my] = mapPoint(matrix, x, y);
            const [ex, ey] = apply(four, x, y);
            expect(Math.abs(mx - ex)).toBeLessThan(1e-6);
            expect(Math.abs(my - ey)).toBeLessThan(1e-6);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it("is flat in its parent: the parent's plane carries it along", () => {
    const study = kiosk({
      figures: [
        figure("raft", { rest: { x: 50, y: 40, width: 300, height: 200, turnX: 30, rotate: 10 } }),
        figure("pass", { parent: "raft", rest: { x: 20, y: 10, ...size, turnY: 40 } }),
      ],
    });
    const motion = compileStudy(study);
    const alone = compileStudy({
      ...study,
      figures: study.figures.map((each) => ({ ...each, parent: null })),
    });
    const raft = matrixAt(motion, 0, 0);
    const own = matrixAt(alone, 1, 0);
    const [x, y] = mapPoint(own, 60, 20);
    const expected = mapPoint(raft, x, y);
    mapPoint(matrixAt(motion, 1, 0), 60, 20).forEach((part, i) => {
      expect(part).toBeCloseTo(expected[i] as number, 9);
    });
    expect(parentMatrixAt(motion, 1, 0)).toEqual(raft);
  });

  it("leads back from the scene, unless it is seen edge on", () => {
    const at = (turnY: number) =>
      matrixAt(
        compileStudy(
          kiosk({ figures: [figure("pass", { rest: { ...size, x: 10, turnY, rotate: 25 } })] }),
        ),
        0,
        0,
      );
    const matrix = at(50);
    const back = invertMatrix(matrix);
    if (!back) throw new Error("there is a way back");
    const [x, y] = mapPoint(back, ...mapPoint(matrix, 31, 17));
    expect(x).toBeCloseTo(31, 8);
    expect(y).toBeCloseTo(17, 8);
    const round = multiplyMatrices(back, matrix);
    expect((round[1] as number) / round[0]).toBeCloseTo(0, 9);
    expect(invertMatrix([0, 0, 0, 0, 1, 0, 0, 0, 1])).toBeUndefined();
  });

  it("shows its back once it has turned past its edge", () => {
    expect([0, 89, 91, 180, 269, 271, 360, 540].map((turn) => isBackShown(0, turn))).toEqual([
      false,
      false,
      true,
      true,
      true,
      false,
      false,
      true,
    ]);
    expect(isBackShown(180, 180)).toBe(false);
  });

  it("turns about its pivot, which stays; animated pivots move with their channel", () => {
    const study = kiosk({
      figures: [figure("pass", { pivot: { x: 0.5, y: 1 }, rest: { x: 30, y: 20, ...size } })],
      sequence: [
        tween("t", 0, "pass", [
          { channel: "turnX", keys: [key(0, 0), key(100, 80)] },
          { channel: "pivotX", keys: [key(0, 50), key(100, 0)] },
        ]),
      ],
    });
    const motion = compileStudy(study);
    expect(pivotAt(motion, 0, 0)).toEqual([90, 100]);
    expect(pivotAt(motion, 0, 50)).toEqual([60, 100]);
    const poses = motion.at(50, new Float64Array(motion.slotCount));
    // The foot is the axis: its corners stay in line with the pivot.
    const corners = boxCorners(motion, poses, 0);
    expect(corners[2]?.[1]).toBeCloseTo(100, 9);
    expect(corners[3]?.[1]).toBeCloseTo(100, 9);
    expect(poseMatrix(motion, poses, 0)).toEqual(matrixAt(motion, 0, 50));
  });
});

describe("switches", () => {
  const motion = compileStudy(
    kiosk({
      sequence: [
        tween("blink", 100, "pass", [
          {
            channel: "visible",
            // Whatever the curve says, a switch changes at its key.
            keys: [key(0, 0, { kind: "keyword", name: "ease" }), key(200, 1), key(300, 0)],
          },
        ]),
      ],
    }),
  );

  it("change at their key and never between", () => {
    const at = (t: number) => motion.valueAt(0, "visible", t);
    expect([0, 99, 100, 299, 300, 399, 400, 900].map(at)).toEqual([1, 1, 0, 0, 1, 1, 0, 0]);
  });

  it("have no speed", () => {
    const speeds = motion.velocity(250, new Float64Array(motion.slotCount));
    expect(speeds[motion.slot(0, "visible")]).toBe(0);
  });
});
