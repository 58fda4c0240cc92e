import fc from "fast-check";
import { checkStudy, readStudy } from "../shape/index.ts";
import type { LiveResponse, Study } from "../study/index.ts";
import { anyLiveStudy, anyStorm, cases } from "../testing/index.ts";
import { createLive, type Live, replay } from "./index.ts";

const RUNS = cases(12, 400);
const seeds = fc.nat(5000);
const LENGTH = 3000;

const poseAt = (live: Live, time: number) => live.at(time, new Float64Array(live.motion.slotCount));

/** A study whose responses all say the same of mid-flight, and put nothing anywhere at once. */
function all(study: Study, midFlight: LiveResponse["midFlight"]): Study {
  const { live } = study;
  if (!live) return study;
  return {
    ...study,
    live: {
      ...live,
      // Levers without a lag jump, and what follows them.
      levers: live.levers.map((lever) => ({ ...lever, lag: lever.lag ?? 80 })),
      responses: live.responses
        .filter(
          ({ then, how }) =>
            then.every((each) => each.do !== "set" && each.do !== "seek") &&
            (how.duration > 0 || /^spring/.test((how.curve as { kind: string }).kind)),
        )
        .map((response) => ({ ...response, midFlight })),
    },
  };
}

describe("random studies and storms of events", () => {
  it("the studies are sound", () => {
    for (let seed = 0; seed < cases(40, 200); seed++) {
      const study = anyLiveStudy(seed);
      expect(checkStudy(study)).toEqual([]);
      expect(readStudy(JSON.parse(JSON.stringify(study)))).toEqual({ ok: true, value: study });
    }
  });

  it("the same take gives the same poses to the last bit, asked in any order", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anyLiveStudy(seed);
        const events = anyStorm(study, seed, 60, LENGTH);
        const [one, other] = [replay(study, { events }), replay(study, { events })];
        const times = Array.from({ length: 50 }, (_, i) => i * 71.3);
        const backwards = new Map([...times].reverse().map((time) => [time, poseAt(other, time)]));
        for (const time of times) expect(backwards.get(time)).toEqual(poseAt(one, time));
      }),
      { numRuns: RUNS },
    );
  });

  it("what is sent late is taken as if it had been sent in its order", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anyLiveStudy(seed);
        const events = anyStorm(study, seed, 20, LENGTH);
        const late = createLive(study);
        poseAt(late, LENGTH * 2);
        for (const { time, ...event } of events) late.send(time, event as never);
        expect(poseAt(late, LENGTH)).toEqual(poseAt(replay(study, { events }), LENGTH));
      }),
      { numRuns: RUNS },
    );
  });

  it.each(["keeps-speed", "from-where", "waits", "ignored"] as const)(
    "values go on without a jump where they are interrupted: %s",
    (midFlight) => {
      fc.assert(
        fc.property(seeds, (seed) => {
          const study = all(anyLiveStudy(seed), midFlight);
          const live = replay(study, { events: anyStorm(study, seed, 40, LENGTH) });
          poseAt(live, LENGTH * 2);
          for (const entry of live.log()) {
            if (entry.kind !== "begun") continue;
            for (const { slot, count, piece: begun } of entry.channels) {
              const [piece] = live.pieces(slot, entry.time, entry.time + 1e-9);
              const isCurrent = piece === begun;
              if (count > 1 || !isCurrent || !piece || slot % 20 === 9) continue;
              const [before] = live.pieces(slot, entry.time - 1e-9, entry.time);
              // Switches change; what is exact at its end may have made a step that is not seen.
              if (before === undefined || before.end === before.begin) continue;
              const t = entry.time;
              const at = before.goal.value(t, 0) + (t >= before.end ? 0 : before.fading(t, 0));
              expect(Math.abs((piece.from[0] as number) - at)).toBeLessThan(
                1e-9 * (1 + Math.abs(at)),
              );
            }
          }
        }),
        { numRuns: RUNS },
      );
    },
  );

  it("speeds go on without a jump where they are kept", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = all(anyLiveStudy(seed), "keeps-speed");
        const live = replay(study, { events: anyStorm(study, seed, 40, LENGTH) });
        poseAt(live, LENGTH * 2);
        for (const entry of live.log()) {
          if (entry.kind !== "begun") continue;
          for (const { interrupted, before, after, slot, count } of entry.channels) {
            const [piece] = live.pieces(slot, entry.time, entry.time + 1e-9);
            // What is there at once or held has no speed to keep; nor has a switch.
            // A sequence that is played turns round where it is.
            if (!interrupted || count > 1 || !piece?.goal.still || piece.end === piece.begin)
              continue;
            if (piece.way.rate(0, 1, 0) === 0 && piece.way.rate(0, 0, 1) === 0) continue;
            expect(Math.abs(after - before)).toBeLessThan(1e-6 * (1 + Math.abs(before)));
          }
        }
      }),
      { numRuns: RUNS },
    );
  });

  it("the end is exact to the bit", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anyLiveStudy(seed);
        const live = replay(study, { events: anyStorm(study, seed, 30, LENGTH) });
        poseAt(live, LENGTH * 2);
        const out = new Float64Array(live.motion.slotCount);
        for (const slot of live.slots)
          for (const piece of live.pieces(slot, 0, LENGTH * 2)) {
            if (piece.from.length > 1 || !piece.goal.still) continue;
            const next = live.pieces(slot, piece.end, piece.end + 1e-9)[0];
            if (next !== piece || piece.end > LENGTH * 2) continue;
            expect(live.at(piece.end, out)[slot]).toBe(piece.goal.value(piece.end, 0));
          }
      }),
      { numRuns: RUNS },
    );
  });

  it("a response to the same pose twice is the same as once for springs, at rest or on their way", () => {
    fc.assert(
      fc.property(seeds, fc.integer({ min: 1, max: 900 }), (seed, again) => {
        const study = anyLiveStudy(seed);
        const pose = study.live?.poses[0]?.id ?? "rest";
        const one: LiveResponse = {
          ...{ id: "r", when: { on: "key", key: "g" } },
          then: [{ do: "pose", pose }],
          how: {
            curve: { kind: "spring", stiffness: 170, damping: 14, mass: 1, velocity: 0 },
            duration: 0,
            route: "none",
          },
          midFlight: "keeps-speed",
        };
        const only = { ...study, live: { ...study.live, responses: [one] } } as Study;
        const key = (time: number) => ({ time, type: "key-down" as const, key: "g" });
        const once = replay(only, { events: [key(0)] });
        const twice = replay(only, { events: [key(0), key(again)] });
        for (let t = 0; t < 2000; t += 37) {
          const [a, b] = [poseAt(once, t), poseAt(twice, t)];
          // Both are within a step of the end when they are called arrived.
          const apart = Array.from(a, (value, i) => Math.abs(value - (b[i] as number)));
          expect(Math.max(...apart)).toBeLessThan(0.02);
        }
      }),
      { numRuns: RUNS },
    );
  });

  it("a storm of 10,000 events neither throws nor leaves a value outside of what its springs allow", () => {
    for (const seed of Array.from({ length: cases(2, 6) }, (_, i) => i + 1)) {
      const study = anyLiveStudy(seed);
      const live = replay(study, { events: anyStorm(study, seed, 10_000, 60_000) });
      const out = new Float64Array(live.motion.slotCount);
      for (let t = 0; t < 70_000; t += 997) {
        live.at(t, out);
        expect(out.every(Number.isFinite)).toBe(true);
      }
      for (const slot of live.slots)
        for (const piece of live.pieces(slot, 0, 70_000)) {
          if (!piece.goal.still) continue;
          piece.from.forEach((from, c) => {
            expect(Number.isFinite(from)).toBe(true);
            // After its end by its own account nothing of it is seen any more.
            expect(Math.abs(piece.fading(piece.end, c))).toBeLessThan(1);
          });
        }
    }
  });
});
