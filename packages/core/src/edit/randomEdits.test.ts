import { compileStudy } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { type Study, seededRandom } from "../study/index.ts";
import { anyEdit, bezier, cases, figure, frozen, key, kiosk, tween } from "../testing/index.ts";
import { isEmpty, record, redo, startHistory, undo } from "./index.ts";

/** A small harbour to edit: nested figures, a tween of two, a path, relative and found values. */
function harbour(): Study {
  return kiosk({
    figures: [
      figure("pass", { rest: { x: 100, y: 50, width: 120, height: 80 } }),
      figure("float", { rest: { x: 20, y: 200 } }),
      figure("chip", { parent: "pass", rest: { x: 5, y: 5 } }),
    ],
    markers: [{ id: "m", name: "landed", time: 700 }],
    sequence: [
      tween("drop", 100, "pass", [
        { channel: "y", keys: [key(0, -50, bezier(0.4, 0, 1, 1)), key(400, 90), key(900, 50)] },
        { channel: "color", keys: [key(200, "#A8452F"), key(600, { found: true })] },
      ]),
      tween(
        "bob",
        { to: "item", id: "drop", edge: "end", offset: -100 },
        ["float", "chip"],
        [{ channel: "rotate", mode: "relative", keys: [key(0, 0), key(300, 20), key(500, 0)] }],
      ),
      tween("drift", { to: "marker", id: "m", offset: 0 }, "float", [
        { channel: "x", keys: [key(0, 0), key(400, 200, bezier(0.3, 0, 0.2, 1)), key(800, 10)] },
      ]),
      tween("lift", 300, "float", [{ channel: "y", keys: [key(0, 200), key(600, 20)] }]),
    ],
  });
}

describe("random edits in a row", () => {
  it.each(Array.from({ length: cases(4, 14) }, (_, i) => i + 1))(
    "keep the study sound at every step, and undo and redo to the letter: seed %i",
    (seed) => {
      const random = seededRandom(seed);
      let next = 0;
      const newId = () => `n${next++}`;
      const first = harbour();
      expect(checkStudy(first)).toEqual([]);
      const kept = JSON.stringify(first);
      let history = startHistory<null>(first);
      let done = 0;
      for (let tries = 0; done < 200 && tries < 4000; tries++) {
        const change = anyEdit(frozen(history.study), random, newId);
        if (!change || isEmpty(change)) continue;
        done++;
        const faults = checkStudy(change.after);
        if (faults.length > 0)
          throw new Error(`${change.label}: ${faults[0]?.path} ${faults[0]?.message}`);
        history = record(history, change, null, null);
      }
      // It also plays: every value is a number.
      const motion = compileStudy(history.study);
      const poses = motion.at(500, new Float64Array(motion.slotCount));
      expect(poses.every(Number.isFinite)).toBe(true);
      const last = JSON.stringify(history.study);
      const steps = history.past.length;
      expect(steps).toBe(200);
      for (let i = 0; i < steps; i++) history = undo(history)?.history ?? history;
      // Fields that went and came back may stand in another order; to JSON that is the same.
      expect(JSON.parse(JSON.stringify(history.study))).toEqual(JSON.parse(kept));
      for (let i = 0; i < steps; i++) history = redo(history)?.history ?? history;
      expect(JSON.parse(JSON.stringify(history.study))).toEqual(JSON.parse(last));
    },
  );
});
