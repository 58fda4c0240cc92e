import fc from "fast-check";
import {
  cutTethers,
  dissolveProblem,
  dissolveSequenceGroup,
  joinProblem,
  joinTweens,
  splitProblem,
  splitTween,
} from "../../edit/index.ts";
import { eachItem, eachTween, type Group, type Study, seededRandom } from "../../study/index.ts";
import { ALL_KINDS, anySequence, cases } from "../../testing/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { compileStudy, type Motion } from "../index.ts";

/** Laws that hold for every sequence; the seed of a failing one is its counterexample. */
const RUNS = { numRuns: cases(50, 1000), endOnFailure: true };
const seeds = fc.integer({ min: 0, max: 2 ** 31 - 1 });

const pose = (motion: Motion, t: number) => motion.at(t, new Float64Array(motion.slotCount));
const times = (seed: number, to: number, count = 40) => {
  const random = seededRandom(seed + 1);
  return Array.from({ length: count }, () => random() * (to + 300) - 100);
};

/** Where two motions differ by more than a rounding; jumps are given a microsecond to lie on one side. */
function expectSame(a: Motion, b: Motion, at: readonly number[], map = (t: number) => t): void {
  for (const t of at) {
    const [one, other] = [pose(a, t), pose(b, map(t))];
    const differs = one.findIndex((value, i) => Math.abs(value - (other[i] as number)) > 1e-9);
    if (differs < 0) continue;
    const near = [-1e-6, 1e-6].some((hair) => {
      const moved = pose(b, map(t) + hair);
      return one.every((value, i) => Math.abs(value - (moved[i] as number)) < 1e-3);
    });
    if (!near) throw new Error(`At ${t} slot ${differs}: ${one[differs]} and ${other[differs]}.`);
  }
}

function ids(study: Study): string[] {
  return [...eachItem(study.sequence)].map(({ id }) => id);
}

describe("any sequence", () => {
  it("has the same pose at a time however that was reached", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anySequence(seed);
        const motion = compileStudy(study);
        const at = times(seed, Math.min(motion.duration, 20_000));
        const wandering = at.map((t) => pose(motion, t));
        at.forEach((t, i) => {
          const straight = pose(compileStudy(structuredClone(study)), t);
          expect([...straight]).toEqual([...(wandering[i] as Float64Array)]);
        });
        for (const t of at.slice(0, 5))
          for (const { figureIndex, channel, slot } of motion.driven)
            if (channel.kind !== "color")
              expect(motion.valueAt(figureIndex, channel.id, t)).toBe(pose(motion, t)[slot]);
            else
              expect(motion.colorAt(figureIndex, t, new Float64Array(4))).toEqual(
                pose(motion, t).slice(slot, slot + 4),
              );
      }),
      { ...RUNS, numRuns: Math.ceil(RUNS.numRuns / 3) },
    );
  });

  it("runs backwards in a group that is reversed", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anySequence(seed, {
          repeats: true,
          rates: true,
          staggers: true,
          relative: true,
        });
        const group: Group = {
          type: "group",
          id: "all",
          name: "All",
          tether: { to: "start", offset: 0 },
          items: study.sequence,
        };
        const whole = { ...study, sequence: [group] };
        const backward = { ...study, sequence: [{ ...group, direction: "reverse" as const }] };
        const length = placeItems(whole).byId.get("all")?.length ?? 0;
        const at = times(seed, length).map((t) => Math.min(Math.max(t, 0), length));
        expectSame(compileStudy(backward), compileStudy(whole), at, (t) => length - t);
      }),
      RUNS,
    );
  });

  it("moves alike when a group is dissolved", () => {
    let dissolved = 0;
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anySequence(seed, {
          rates: true,
          repeats: true,
          staggers: true,
          relative: true,
          tethers: true,
        });
        for (const item of eachItem(study.sequence)) {
          if (item.type !== "group" || dissolveProblem(study, item.id)) continue;
          const { after } = dissolveSequenceGroup(study, { id: item.id });
          const motion = compileStudy(study);
          expectSame(motion, compileStudy(after), times(seed, Math.min(motion.duration, 20_000)));
          expect(ids(after)).not.toContain(item.id);
          dissolved++;
        }
      }),
      RUNS,
    );
    expect(dissolved).toBeGreaterThan(20);
  });

  it("moves alike when tethers are replaced by times", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const study = anySequence(seed);
        const { after } = cutTethers(study, { ids: ids(study) });
        const motion = compileStudy(study);
        expectSame(motion, compileStudy(after), times(seed, Math.min(motion.duration, 20_000)));
        for (const { tether } of eachItem(after.sequence)) expect(tether.to).toBe("start");
      }),
      RUNS,
    );
  });

  it("moves alike when a tween is split, and when its parts are joined again", () => {
    let split = 0;
    fc.assert(
      fc.property(seeds, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (seed, share) => {
        // What is cut off has not begun when a freeze of other figures comes, and moves back with it.
        const study = anySequence(seed, { ...ALL_KINDS, chosenFreezes: false });
        const motion = compileStudy(study);
        const at = times(seed, Math.min(motion.duration, 20_000));
        let id = 0;
        for (const each of eachTween(study.sequence)) {
          const { outer, byId } = motion.placements;
          const time = outer(each.id, (byId.get(each.id)?.length ?? 0) * share);
          if (splitProblem(study, each.id, time)) continue;
          const parts = splitTween(study, {
            tweenId: each.id,
            time,
            newId: () => `n${id++}`,
          }).after;
          expectSame(motion, compileStudy(parts), at);
          split++;
          const second = ids(parts).find((one) => !ids(study).includes(one)) as string;
          if (joinProblem(parts, [each.id, second])) continue;
          const joined = joinTweens(parts, { ids: [each.id, second] }).after;
          expectSame(motion, compileStudy(joined), at);
        }
      }),
      RUNS,
    );
    expect(split).toBeGreaterThan(100);
  });

  it("has the cues of an interval in any of its pieces once, forwards and backwards", () => {
    let heard = 0;
    fc.assert(
      fc.property(seeds, (seed) => {
        const motion = compileStudy(anySequence(seed));
        const end = Math.min(motion.duration, 8000) * 1.5;
        const cuts = [...times(seed, end, 12), -200, end].sort((a, b) => a - b);
        const named = (list: ReturnType<Motion["events"]>) =>
          list.map(({ time, cue }) => `${cue.id} ${time}`);
        const [first, last] = [cuts[0] as number, cuts.at(-1) as number];
        const whole = named(motion.events(first, last));
        heard += whole.length;
        expect(
          cuts.slice(1).flatMap((to, i) => named(motion.events(cuts[i] as number, to))),
        ).toEqual(whole);
        const back = cuts.toReversed();
        expect(
          back.slice(1).flatMap((to, i) => named(motion.events(back[i] as number, to))),
        ).toEqual(named(motion.events(last, first)));
        expect(new Set(whole).size).toBe(whole.length);
      }),
      RUNS,
    );
    expect(heard).toBeGreaterThan(RUNS.numRuns * 3);
  });
});
