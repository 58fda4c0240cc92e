import { plainToInstance } from "class-transformer";
import { validateSync } from "class-validator";
import { seededRandom } from "../study/index.ts";
import { anyLiveStudy, anyStudy, cases, demoStudies, figure, kiosk } from "../testing/index.ts";
import { fits } from "./fits.ts";
import { withoutKeys } from "./keyShape.ts";
import { StudyShape } from "./studyShape.ts";

const ODD: readonly unknown[] = [
  ...[0, -1, 1.5, 1e13, Number.NaN, "", "x", "y".repeat(30_000), true, null, undefined],
  ...[[], {}, [[]], [null], [1, 2], [1, "2"], ["a"], { kind: "linear" }, { x: 1, y: 2 }],
];

/** By way of JSON: what `structuredClone` makes here is of another realm, and no `Array` to class-transformer. */
const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Every object and list of a document with one of its fields. */
function placesIn(value: unknown, out: { in: Record<string, unknown>; name: string }[] = []) {
  if (typeof value !== "object" || value === null) return out;
  for (const [name, inner] of Object.entries(value)) {
    out.push({ in: value as Record<string, unknown>, name });
    placesIn(inner, out);
  }
  return out;
}

const byClassValidator = (document: object): boolean => {
  try {
    const instance = plainToInstance(StudyShape, document);
    return validateSync(instance, { forbidUnknownValues: true }).length === 0;
  } catch {
    // It cannot read an item that is null; `withoutKeys` takes such items out before.
    return false;
  }
};

describe("whether a document has its shape is told as class-validator tells it", () => {
  it.each(demoStudies())("%s", (_, study) => {
    expect(fits(StudyShape, withoutKeys(study).rest)).toBe(true);
  });

  it("whatever one of its fields is changed to, or loses", () => {
    const random = seededRandom(41);
    const count = cases(150, 2000);
    const found = { sound: 0, faulty: 0 };
    for (let i = 1; i <= count; i++) {
      const seed = 1 + (i % 40);
      const study = i % 2 ? anyStudy(seed) : anyLiveStudy(seed);
      const { rest } = withoutKeys(copied(study));
      const places = placesIn(rest);
      const place = places[Math.floor(random() * places.length)];
      if (!place) continue;
      const value = ODD[Math.floor(random() * ODD.length)];
      if (random() < 0.2 && !Array.isArray(place.in)) delete place.in[place.name];
      else
        place.in[place.name] = value === undefined || Number.isNaN(value) ? value : copied(value);
      const isSound = byClassValidator(rest);
      if (fits(StudyShape, rest) !== isSound)
        throw new Error(
          `seed ${seed}: ${place.name} = ${JSON.stringify(value)}, sound: ${isSound}`,
        );
      found[isSound ? "sound" : "faulty"]++;
    }
    expect(Math.min(found.sound, found.faulty)).toBeGreaterThan(count / 10);
  });

  it("and in a fraction of the time", () => {
    const figures = Array.from({ length: 600 }, (_, i) => figure(`chip-${i}`));
    const document = copied(kiosk({ figures }));
    const timeOf = (run: () => boolean) => {
      const begin = performance.now();
      expect(run()).toBe(true);
      return performance.now() - begin;
    };
    // In turns, so that a machine that is busy for a while is busy for both.
    const rounds = Array.from({ length: 12 }, () => [
      timeOf(() => byClassValidator(document)),
      timeOf(() => fits(StudyShape, document)),
    ]);
    const least = (of: number) => Math.min(...rounds.map((times) => times[of] as number));
    expect(least(0) / least(1)).toBeGreaterThan(3);
  });
});
