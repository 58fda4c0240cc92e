import fc from "fast-check";
import { bezier, figure, key, kiosk, tween } from "../../testing/index.ts";
import {
  compileStudy,
  measurePiece,
  pieceAt,
  readChannel,
  type SpacePiece,
  spanAtTime,
  stretchSpeeds,
} from "../index.ts";

const spot = fc.record({
  x: fc.integer({ min: -300, max: 300 }),
  y: fc.integer({ min: -300, max: 300 }),
});
const anyPiece: fc.Arbitrary<SpacePiece> = fc.tuple(spot, spot, spot, spot);

/** Length by very many chords. */
function chordLength(piece: SpacePiece, to: number): number {
  let [sum, before] = [0, pieceAt(piece, 0)];
  for (let i = 1; i <= 4000; i++) {
    const here = pieceAt(piece, (to * i) / 4000);
    sum += Math.hypot(here.x - before.x, here.y - before.y);
    before = here;
  }
  return sum;
}

describe("a piece of a path through space", () => {
  it("has the length that many chords add up to", () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const { length } = measurePiece(piece);
        const chords = chordLength(piece, 1);
        expect(Math.abs(length - chords)).toBeLessThan(1e-3 * Math.max(chords, 1));
      }),
      { numRuns: 60 },
    );
  });

  it("is covered evenly: equal shares are equal ways", () => {
    const piece: SpacePiece = [
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 20 },
      { x: 100, y: 200 },
    ];
    const { at, length } = measurePiece(piece);
    for (let i = 0; i < 20; i++) {
      const [a, b] = [at(i / 20), at((i + 0.01) / 20)];
      expect(Math.hypot(b.x - a.x, b.y - a.y) / (length * 0.0005)).toBeCloseTo(1, 2);
    }
  });

  it("goes on straight past its ends, and stays where it has no length", () => {
    const { at } = measurePiece([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 20, y: 0 },
      { x: 30, y: 0 },
    ]);
    expect(at(1.5).x).toBeCloseTo(45, 9);
    expect(at(1.5).y).toBe(0);
    expect(at(-0.1).x).toBeCloseTo(-3, 9);
    const still = { x: 4, y: 5 };
    expect(measurePiece([still, still, still, still]).at(0.7)).toEqual(still);
  });
});

describe("x and y joined to a path", () => {
  const joined = (timing: Parameters<typeof key>[2]) =>
    compileStudy(
      kiosk({
        figures: [figure("ferry")],
        sequence: [
          tween(
            "cross",
            100,
            "ferry",
            [
              {
                channel: "x",
                keys: [
                  { ...key(0, 0, timing), out: { x: 80, y: 0 } },
                  { ...key(1000, 200), in: { x: 0, y: -120 } },
                  // Back at the same x: that coordinate has no way of its own.
                  { ...key(1600, 200), in: { x: 90, y: 10 } },
                ],
              },
              { channel: "y", keys: [key(0, 0), key(1000, 150), key(1600, 20)] },
            ],
            { path: true },
          ),
        ],
      }),
    );
  const place = (motion: ReturnType<typeof joined>, t: number) =>
    [motion.valueAt(0, "x", t), motion.valueAt(0, "y", t)] as const;

  it("runs through its keys", () => {
    const motion = joined(bezier(0.4, 0, 0.2, 1));
    expect(place(motion, 100)).toEqual([0, 0]);
    expect(place(motion, 1100)).toEqual([200, 150]);
    expect(place(motion, 1700)).toEqual([200, 20]);
    expect(place(motion, 5000)).toEqual([200, 20]);
  });

  it("covers its length as the curve of x says", () => {
    const motion = joined({ kind: "linear" });
    let covered = 0;
    let before = place(motion, 100);
    const marks: number[] = [];
    for (let t = 101; t <= 1100; t++) {
      const here = place(motion, t);
      covered += Math.hypot(here[0] - before[0], here[1] - before[1]);
      before = here;
      if ((t - 100) % 250 === 0) marks.push(covered);
    }
    marks.forEach((way, i) => {
      expect(way / covered).toBeCloseTo((i + 1) / 4, 3);
    });
  });

  it("has the speed that its places say", () => {
    const motion = joined(bezier(0.4, 0, 0.2, 1));
    for (const t of [180, 420, 777, 1030, 1250, 1400, 1650]) {
      const speeds = motion.velocity(t, new Float64Array(motion.slotCount));
      for (const axis of ["x", "y"] as const) {
        const h = 1e-3;
        const slope =
          ((motion.valueAt(0, axis, t + h) - motion.valueAt(0, axis, t - h)) / (2 * h)) * 1000;
        const speed = speeds[motion.slot(0, axis)] as number;
        expect(Math.abs(speed - slope)).toBeLessThan(Math.max(0.5, Math.abs(slope) * 0.005));
      }
    }
  });

  it("passes its target where its curve does", () => {
    const motion = joined({ kind: "back", direction: "out", overshoot: 0.2 });
    const far = Math.max(...Array.from({ length: 100 }, (_, i) => place(motion, 100 + i * 10)[1]));
    expect(far).toBeGreaterThan(160);
  });

  it("plays as two curves where its keys do not go in pairs", () => {
    const motion = compileStudy(
      kiosk({
        sequence: [
          tween(
            "t",
            0,
            "pass",
            [
              { channel: "x", keys: [{ ...key(0, 0), out: { x: 50, y: 50 } }, key(100, 100)] },
              { channel: "y", keys: [key(0, 0)] },
            ],
            { path: true },
          ),
        ],
      }),
    );
    expect(motion.valueAt(0, "x", 50)).toBe(50);
  });
});

describe("readings of a channel", () => {
  const motion = compileStudy(
    kiosk({
      sequence: [
        tween("drop", 200, "pass", [
          {
            channel: "y",
            keys: [
              key(0, 100, { kind: "back", direction: "out", overshoot: 0.1 }),
              key(800, 300),
              key(1000, 300),
            ],
          },
          { channel: "color", keys: [key(0, "#fff"), key(100, "#000")] },
        ]),
      ],
    }),
  );

  it("are in its own unit and in ms", () => {
    const read = readChannel(motion, 0, "y", { from: 200, to: 1000 });
    expect(read?.overshoot).toBeCloseTo(20, 1);
    expect(read?.anticipation).toBe(0);
    expect(read?.settle).toBeGreaterThan(300);
    expect(read?.settle).toBeLessThan(800);
    // back(out) begins at 4.7 times the mean speed of 250 px/s.
    expect(read?.peakSpeed).toBeGreaterThan(1000);
    expect(read?.peakAt).toBeLessThan(230);
  });

  it("say nothing of what has no length or no number", () => {
    expect(readChannel(motion, 0, "y", { from: 300, to: 300 })).toBeUndefined();
    expect(readChannel(motion, 0, "color", { from: 200, to: 300 })).toBeUndefined();
    expect(readChannel(motion, 0, "x", { from: 0, to: 300 })).toBeUndefined();
    const still = readChannel(motion, 0, "y", { from: 1000, to: 1200 });
    expect(still).toMatchObject({ overshoot: 0, settle: null, peakSpeed: 0 });
  });

  it("come with the span that plays at a time, or that begins at a key", () => {
    const [first, second] = motion.drivenAt(0, "y")?.layers[0]?.track.track.keys ?? [];
    expect(spanAtTime(motion, 0, "y", null, 0)).toMatchObject({ index: 0, from: 100, to: 300 });
    expect(spanAtTime(motion, 0, "y", null, 1100)).toMatchObject({ index: 1, start: 1000 });
    expect(spanAtTime(motion, 0, "y", second?.id ?? "", 0)).toMatchObject({ index: 1 });
    expect(spanAtTime(motion, 0, "y", first?.id ?? "", 1500)).toMatchObject({ index: 0 });
    expect(spanAtTime(motion, 0, "x", null, 0)).toBeUndefined();
  });

  it("draw the speed down to nothing before and after", () => {
    const layers = motion.drivenAt(0, "y")?.layers ?? [];
    const points = stretchSpeeds(layers, 10);
    expect([points[0], points[1]]).toEqual([200, 0]);
    expect([points.at(-2), points.at(-1)]).toEqual([1200, 0]);
    for (let i = 1; i < points.length; i += 2) expect(points[i]).toBeGreaterThanOrEqual(0);
  });
});
