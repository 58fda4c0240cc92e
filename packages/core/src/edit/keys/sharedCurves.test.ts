import { compileStudy } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { figure, key, kiosk, readCurveOf, tween } from "../../testing/index.ts";
import {
  deleteShared,
  keepShared,
  renameShared,
  reshapeSpan,
  setSpanCurve,
  spansFollowing,
  takeOwnCopy,
} from "../index.ts";

const back = readCurveOf("back(out)");
const first = key(0, 0, back);
const second = key(0, 1);
const study: Study = kiosk({
  figures: [figure("pass"), figure("lamp")],
  sequence: [
    tween("drop", 0, "pass", [{ channel: "y", keys: [first, key(400, 120)] }]),
    tween("fade", 0, "lamp", [{ channel: "opacity", keys: [second, key(300, 0)] }]),
  ],
});
const shared = keepShared(study, { keyId: first.id, curveId: "landing", name: "Landing" }).after;
const both = setSpanCurve(shared, { keyId: second.id, curve: { shared: "landing" } }).after;
const poses = (which: Study) => {
  const motion = compileStudy(which);
  return [50, 150, 250, 350].map((time) => [
    ...motion.at(time, new Float64Array(motion.slotCount)),
  ]);
};

describe("shared curves", () => {
  it("begin as the curve of a span, which moves as before", () => {
    expect(shared.curves).toEqual([{ id: "landing", name: "Landing", curve: back }]);
    expect(poses(shared)).toEqual(poses(study));
    expect([spansFollowing(study, "landing"), spansFollowing(shared, "landing")]).toEqual([0, 1]);
    expect(spansFollowing(both, "landing")).toBe(2);
  });

  it("change for all that follow, and not for those that took a copy", () => {
    const cubic = readCurveOf("cubic(in)");
    const changed = reshapeSpan(both, { keyId: second.id, curve: cubic }).after;
    expect(changed.curves[0]?.curve).toEqual(cubic);
    const copied = takeOwnCopy(both, { keyId: first.id }).after;
    expect(poses(copied)).toEqual(poses(both));
    const later = reshapeSpan(copied, { keyId: second.id, curve: cubic }).after;
    expect(spansFollowing(later, "landing")).toBe(1);
    expect(poses(later)[1]).not.toEqual(poses(changed)[1]);
    // A span with its own curve changes alone.
    expect(reshapeSpan(copied, { keyId: first.id, curve: cubic }).after.curves).toBe(copied.curves);
  });

  it("leave their curve behind when they are deleted", () => {
    const gone = deleteShared(both, { curveId: "landing" });
    expect(gone.after.curves).toEqual([]);
    expect(poses(gone.after)).toEqual(poses(both));
    expect(renameShared(both, { curveId: "landing", name: "Soft" }).after.curves[0]?.name).toBe(
      "Soft",
    );
  });
});
