import { figure, key, kiosk, tween } from "../testing/index.ts";
import { mendStudy, readStudy } from "./index.ts";

const mend = (document: unknown) => {
  const mended = mendStudy(document);
  if (!mended.ok) throw new Error(mended.faults[0]?.message);
  return mended.value;
};
const sound = () =>
  kiosk({
    figures: [figure("pass"), figure("stamp", { parent: "pass" })],
    sequence: [
      tween("t", 0, "pass", [{ channel: "x", keys: [key(0, 0), key(100, 5), key(200, 9)] }]),
      tween("u", { to: "item", id: "t", edge: "end", offset: 5 }, "stamp", [
        { channel: "y", keys: [key(0, 0), key(100, 5)] },
      ]),
    ],
  });

describe("opening a study that has faults", () => {
  it("leaves a sound one as it is", () => {
    const study = sound();
    expect(mend(study)).toEqual({ study, faults: [] });
    expect(mend(study).study).toBe(study);
  });

  it("reports each fault with its path and keeps what is sound", () => {
    const broken = JSON.parse(JSON.stringify(sound())) as ReturnType<typeof sound>;
    Object.assign(broken.figures[1] as object, { parent: "nobody" });
    Object.assign(broken.sequence[1] as object, {
      tether: { to: "item", id: "gone", edge: "end", offset: 3 },
    });
    const keys = (broken.sequence[0] as ReturnType<typeof tween>).tracks[0]?.keys as object[];
    Object.assign(keys[1] as object, { time: 900 });
    keys.push({ id: "bad", time: 950, value: "far" });
    const { study, faults } = mend(broken);
    expect(faults.map(({ path, code }) => `${path}: ${code}`)).toEqual(
      expect.arrayContaining([
        "figures[1].parent: dangling-id",
        "sequence[1].tether.id: dangling-id",
        "sequence[0].tracks[0].keys[2].time: keys-out-of-order",
        "sequence[0].tracks[0].keys[3].value: number-out-of-range",
      ]),
    );
    expect(study.figures[1]?.parent).toBeNull();
    const [first, second] = study.sequence as ReturnType<typeof tween>[];
    expect(first?.tracks[0]?.keys.map(({ time }) => time)).toEqual([0, 200, 900]);
    expect(second?.tether).toEqual({ to: "start", offset: 0 });
    // The person's own document is not touched.
    expect(broken.figures[1]?.parent).toBe("nobody");
  });

  it("opens circles of parents and of tethers", () => {
    const circle = {
      ...sound(),
      figures: [figure("pass", { parent: "stamp" }), figure("stamp", { parent: "pass" })],
      sequence: [
        tween("t", { to: "item", id: "u", edge: "end", offset: 0 }, "pass", []),
        tween("u", { to: "item", id: "t", edge: "end", offset: 0 }, "stamp", []),
      ],
    };
    const { study, faults } = mend(circle);
    expect(faults.map(({ code }) => code)).toEqual(
      expect.arrayContaining(["parent-loop", "tether-loop"]),
    );
    expect(readStudy(study).ok).toBe(true);
  });

  it("takes out what cannot be read, and gives a scene what a new one has", () => {
    const odd = {
      ...sound(),
      scene: { width: -4, height: 300, background: "#fff", frameRate: 60 },
      figures: [figure("pass"), { id: "stamp", kind: "blob" }],
    };
    const { study } = mend(odd);
    expect(study.scene).toMatchObject({ width: 640, height: 300 });
    expect(study.figures.map(({ id }) => id)).toEqual(["pass"]);
  });

  it("still refuses what is no study", () => {
    expect(mendStudy({ format: "something else" }).ok).toBe(false);
    expect(mendStudy([1, 2]).ok).toBe(false);
  });
});
