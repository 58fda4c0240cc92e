import { printCurve } from "../../curve/index.ts";
import { readCurveOf } from "../../testing/index.ts";
import { type NamedCurve, readCollection, writePlain, writeTokens } from "../index.ts";

const named = (name: string, text: string, more: Partial<NamedCurve> = {}): NamedCurve => ({
  name,
  curve: readCurveOf(text),
  tags: [],
  notes: "",
  duration: 800,
  ...more,
});
const STOCK: NamedCurve[] = [
  named("Gangway", "cubic-bezier(0.3, 0.8, 0.4, 1.1)", {
    tags: ["pier"],
    notes: "Lowers, then rests.",
  }),
  named("Buoy", "spring(overshoot: 20%, settle: 900ms)", { duration: 1400 }),
  named("Fare", "steps(6)"),
  named("Gangway", 'path("M 0 0 C 0.2 0 0.3 1.2 0.6 1.1 L 1 1")'),
];
const read = (text: string) => {
  const collection = readCollection(text);
  if (!collection.ok) throw new Error(collection.faults.map((fault) => fault.message).join(" "));
  return collection.value;
};

describe("a collection as plain JSON", () => {
  it("comes back as it was", () => {
    expect(read(writePlain(STOCK))).toEqual({ curves: STOCK, faults: [] });
  });

  it("may be names and notations, or notations alone", () => {
    const pairs = read('{"Lamp": "ease-in", "Tray": "cubic(out)"}').curves;
    expect(pairs.map(({ name, curve }) => [name, printCurve(curve)])).toEqual([
      ["Lamp", "ease-in"],
      ["Tray", "cubic(out)"],
    ]);
    expect(read('["ease", "linear"]').curves.map((each) => each.name)).toEqual([
      "Curve 1",
      "Curve 2",
    ]);
  });

  it("gives what can be read, and says where the rest is wrong", () => {
    const { curves, faults } = read('{"Lamp": "ease-in", "Tray": "cubic(up)", "Sign": 4}');
    expect(curves).toHaveLength(1);
    expect(faults.map((fault) => fault.path)).toEqual(["Tray", "Sign"]);
    expect(faults[0]?.cure).toContain("out-in");
  });

  it.each(["nonsense", "4", "[]", "{}", '{"format": "levitas-curves"}', '{"a": "b"}'])(
    "refuses %s",
    (text) => {
      const collection = readCollection(text);
      expect(collection.ok).toBe(false);
      if (!collection.ok) expect(collection.faults[0]?.cure).not.toBe("");
    },
  );
});

describe("a collection as design tokens", () => {
  const file = JSON.parse(writeTokens(STOCK)) as Record<
    string,
    Record<string, Record<string, unknown>>
  >;

  it("has a cubicBezier, a duration and a transition token for each curve", () => {
    expect(Object.keys(file.easing ?? {})).toEqual(["Gangway", "Buoy", "Fare", "Gangway 2"]);
    expect(file.easing?.Gangway).toMatchObject({
      $type: "cubicBezier",
      $value: [0.3, 0.8, 0.4, 1.1],
      $description: "Lowers, then rests.",
    });
    expect(file.duration?.Buoy).toEqual({ $type: "duration", $value: { value: 1400, unit: "ms" } });
    expect(file.transition?.Buoy?.$value).toMatchObject({
      duration: "{duration.Buoy}",
      timingFunction: "{easing.Buoy}",
    });
  });

  it("says the notation and the error of curves that are no cubic-bezier", () => {
    const own = file.easing?.Buoy?.$extensions as Record<string, { error: number }> | undefined;
    expect(own?.["levitas.curve"]).toMatchObject({
      notation: "spring(overshoot: 20%, settle: 900ms)",
    });
    expect(own?.["levitas.curve"]?.error).toBeGreaterThan(0.01);
  });

  it("comes back as it was, notations and all", () => {
    expect(read(writeTokens(STOCK))).toEqual({ curves: STOCK, faults: [] });
  });

  it("is taken from others: inherited types, aliases, transitions", () => {
    const { curves, faults } = read(`{
      "motion": { "$type": "cubicBezier",
        "quick": { "$value": [0.2, 0, 0, 1] },
        "same": { "$value": "{motion.quick}" },
        "broken": { "$value": [0.2, 0, 0] },
        "wrong": { "$value": [2, 0, 0, 1] } },
      "color": { "$type": "color", "ink": { "$value": "#1e2430" } },
      "enter": { "$type": "transition", "$value": { "timingFunction": [0, 0, 0.5, 1],
        "duration": { "value": 0.4, "unit": "s" }, "delay": { "value": 0, "unit": "ms" } } } }`);
    expect(curves.map(({ name, curve, duration }) => [name, printCurve(curve), duration])).toEqual([
      ["quick", "cubic-bezier(0.2, 0, 0, 1)", 800],
      ["same", "cubic-bezier(0.2, 0, 0, 1)", 800],
      ["enter", "cubic-bezier(0, 0, 0.5, 1)", 400],
    ]);
    expect(faults.map((fault) => fault.path)).toEqual(["motion.broken", "motion.wrong"]);
  });
});
