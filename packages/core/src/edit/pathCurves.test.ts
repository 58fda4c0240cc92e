import { compileStudy } from "../motion/index.ts";
import { findTween, type Study, type Track } from "../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { copyKeys, pasteKeys, setTangent, smoothKeys } from "./index.ts";

const named = (id: string, time: number, value: number) => ({ ...key(time, value), id });

describe("a curve pulled on the lane of y of a motion path", () => {
  const study = kiosk({
    figures: [figure("ferry")],
    sequence: [
      tween(
        "sail",
        0,
        "ferry",
        [
          { channel: "x", keys: [named("x0", 0, 0), named("x1", 400, 100), named("x2", 800, 300)] },
          { channel: "y", keys: [named("y0", 0, 0), named("y1", 400, 50), named("y2", 800, 90)] },
        ],
        { path: true },
      ),
    ],
  });
  const keyOf = (from: Study, id: string) =>
    findTween(from, "sail")
      ?.tracks.flatMap(({ keys }: Track) => keys)
      .find((each) => each.id === id);

  it("changes how the figure moves", () => {
    const { after } = setTangent(study, { keyId: "y0", side: "out", to: { time: 200, value: 0 } });
    expect(keyOf(after, "x0")?.curve).toEqual(keyOf(after, "y0")?.curve);
    const [was, is] = [study, after].map((each) => compileStudy(each).valueAt(0, "y", 100));
    expect(Math.abs((is ?? 0) - (was ?? 0))).toBeGreaterThan(1);
  });

  it("starts from the curve that times the path, which is that of x", () => {
    const timed = setTangent(study, { keyId: "x0", side: "out", to: { time: 300, value: 10 } });
    const both = setTangent(timed.after, { keyId: "y1", side: "in", to: { time: -80, value: 0 } });
    expect(keyOf(both.after, "x0")?.curve).toMatchObject({ x1: 0.75, y1: 0.1, x2: 0.8 });
  });

  it("is smoothed where the path is smoothed by its y", () => {
    const { after } = smoothKeys(study, { keyIds: ["y1"], how: "flat" });
    expect(keyOf(after, "x0")?.curve).toEqual(keyOf(after, "y0")?.curve);
  });
});

describe("keys pasted onto another channel", () => {
  const study = kiosk({
    figures: [figure("pass"), figure("lamp")],
    sequence: [
      tween("tint", 0, "pass", [
        { channel: "color", keys: [key(0, "#1B6B5A"), key(300, "#D98A12", bezier(0, 0, 1, 1))] },
      ]),
    ],
  });
  const copied = () => {
    const [tint] = study.sequence;
    const ids =
      tint?.type === "tween" ? tint.tracks.flatMap(({ keys }) => keys.map((k) => k.id)) : [];
    const made = copyKeys(study, ids);
    if (!made) throw new Error("nothing copied");
    return made;
  };

  it.each([
    ["rotate", 1],
    ["x", 1],
    ["color", 2],
  ] as const)("%s: only values of its own kind are taken", (onto, blocks) => {
    let next = 0;
    const { after } = pasteKeys(study, {
      ...{ copied: copied(), figureIds: ["lamp"], time: 0, values: "absolute", onto },
      ...{ name: "pasted", newId: () => `n${next++}` },
    });
    expect(after.sequence).toHaveLength(blocks);
  });
});
