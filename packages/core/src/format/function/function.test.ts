import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { compileCurve, landmarksOf } from "../../curve/index.ts";
import { compileStudy, type Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import {
  anyCurve,
  anyHostileName,
  anyStudy,
  cases,
  demoStudies,
  figure,
  key,
  kiosk,
  tween,
} from "../../testing/index.ts";
import { studyCurves } from "../handoff/studyCurves.ts";
import { channelPieces, columnsOf } from "./channelPieces.ts";
import { cText, type FunctionTables, functionTables, scriptText } from "./functionText.ts";
import { piecesOf, polynomialAt } from "./pieces.ts";

const demos = demoStudies();
const awkward = Array.from({ length: cases(3, 12) }, (_, i): [string, Study] => [
  `a random study, seed ${i + 201}`,
  anyStudy(i + 201),
]);

const tablesOf = (study: Study, tolerance = 1e-9): FunctionTables =>
  functionTables(study, { leaves: () => true, all: false, tolerance });

/** Times between jumps, before the beginning and after the end; of what is endless also later rounds. */
const timesOf = ({ duration, endless }: Motion) =>
  Array.from(
    { length: 150 },
    (_, i) => -30 + ((duration * (endless ? 2.7 : 1.1) + 60) * (i + 0.37)) / 150,
  );

/** At the moment of a jump a rounding decides: the nearer of both sides counts. */
function away(motion: Motion, slot: number, t: number, value: number): number {
  return Math.min(
    ...[t, t - 1e-6, t + 1e-6].map((side) =>
      Math.abs((motion.at(side, new Float64Array(motion.slotCount))[slot] as number) - value),
    ),
  );
}

describe("functions", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-"));
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it.each([...demos, ...awkward])(
    "are the motion within a billionth, as JavaScript: %s",
    async (_, study) => {
      const motion = compileStudy(study);
      const columns = columnsOf(motion, () => true, false);
      const text = scriptText(tablesOf(study), false);
      const { poseAt } = (await import(`data:text/javascript,${encodeURIComponent(text)}`)) as {
        poseAt: (t: number) => Record<string, Record<string, number>>;
      };
      const wrong: string[] = [];
      for (const t of timesOf(motion)) {
        const values = Object.values(poseAt(t)).flatMap((each) => Object.values(each));
        expect(values).toHaveLength(columns.length);
        columns.forEach(({ slot, figure: index, name }, i) => {
          // Rates are measured by differences in the motion itself: of those the last digits are noise.
          const follows = motion.followers.some((each) => each.slot === slot);
          const off = away(motion, slot, t, values[i] as number);
          if (off >= (follows ? 1e-5 : 1e-9))
            wrong.push(`${study.figures[index]?.name} ${name} at ${t} ms: ${off}`);
        });
      }
      expect(wrong).toEqual([]);
    },
  );

  it.each([...demos, ...awkward.slice(0, 4)])(
    "are the motion as C, by a compiler of C: %s",
    (_, study) => {
      const motion = compileStudy(study);
      const columns = columnsOf(motion, () => true, false);
      const curves = studyCurves(study);
      const times = timesOf(motion).slice(0, 60);
      const places = [-1, 0, 0.1, 0.37, 0.5, 0.93, 1, 2];
      const source = join(folder, "motion.c");
      writeFileSync(
        source,
        `${cText(tablesOf(study))}
#include <stdio.h>
int main(void) {
  static const double times[] = { ${times.join(", ")} };
  static const double places[] = { ${places.join(", ")} };
  double pose[CHANNEL_COUNT + 1];
  int i, k;
  for (i = 0; i < ${times.length}; i++) {
    pose_at(times[i], pose);
    for (k = 0; k < CHANNEL_COUNT; k++) printf("%.17g\\n", pose[k]);
  }
  for (k = 0; k < CURVE_COUNT; k++)
    for (i = 0; i < ${places.length}; i++) printf("%.17g\\n", tween(k, places[i] * 500.0, 10.0, 3.0, 500.0));
  return channel_at(0, 0.0) > 1e300;
}
`,
      );
      const program = join(folder, "motion");
      execFileSync("cc", [
        "-std=c99",
        "-Wall",
        "-Wextra",
        "-Werror",
        "-pedantic",
        source,
        "-o",
        program,
      ]);
      const said = execFileSync(program, { encoding: "utf8", maxBuffer: 2 ** 26 })
        .trim()
        .split("\n")
        .map(Number);
      let worst = 0;
      times.forEach((t, i) => {
        columns.forEach(({ slot }, k) => {
          worst = Math.max(worst, away(motion, slot, t, said[i * columns.length + k] as number));
        });
      });
      const after = said.slice(times.length * columns.length);
      expect(after).toHaveLength(curves.length * places.length);
      curves.forEach(({ curve }, k) => {
        const { value } = compileCurve(curve);
        places.forEach((p, i) => {
          const wanted = 10 + 3 * value(Math.min(Math.max(p, 0), 1));
          worst = Math.max(worst, Math.abs(wanted - (after[k * places.length + i] as number)));
        });
      });
      expect(worst).toBeLessThan(1e-6);
    },
  );

  it("have each curve of the study by its name, of progress and of time", async () => {
    const study = demos.find(([name]) => name === "Gangway lowers with a bump")?.[1] as Study;
    const text = scriptText(tablesOf(study), false);
    const module = (await import(`data:text/javascript,${encodeURIComponent(text)}`)) as Record<
      string,
      unknown
    > & {
      tween: (...all: unknown[]) => number;
    };
    const easings = Object.entries(module).filter(([name]) => name.startsWith("ease"));
    const curves = studyCurves(study);
    expect(easings).toHaveLength(curves.length);
    for (const { name, curve } of curves) {
      const called = `ease-${name.toLowerCase().replace(/[^a-z0-9]+/g, "-")}`.replace(
        /-+(\w)/g,
        (_, a) => a.toUpperCase(),
      );
      const ease = module[called] as (p: number) => number;
      const { value } = compileCurve(curve);
      for (const p of [-1, 0, 0.2, 0.63, 1, 3])
        expect(ease(p)).toBeCloseTo(value(Math.min(Math.max(p, 0), 1)), 9);
      expect(module.tween(ease, 150, 20, 40, 600)).toBeCloseTo(20 + 40 * value(0.25), 8);
    }
  });

  it("may be farther off, and are shorter then", () => {
    const study = demos.at(-1)?.[1] as Study;
    const motion = compileStudy(study);
    const columns = columnsOf(motion, () => true, false);
    expect(scriptText(tablesOf(study, 0.01), false).length).toBeLessThan(
      scriptText(tablesOf(study), false).length * 0.6,
    );
    for (const { column, pieces } of channelPieces(motion, columns.slice(0, 8), 0.01))
      for (const { start, end, coefficients } of pieces)
        expect(
          away(motion, column.slot, start * 0.3 + end * 0.7, polynomialAt(coefficients, 0.4)),
        ).toBeLessThan(0.011);
  });

  it("say nothing that a name could break out of", () => {
    const names = [
      ...[
        "*/ } evil(); /*",
        "??/\n#error",
        "\u2028alert()",
        "1 2 3",
        "",
        "constructor",
        "__proto__",
      ],
      ...fc.sample(anyHostileName, 500),
    ];
    const sources = names.map((name, i) => {
      const study = kiosk({
        name,
        figures: [figure("a", { name }), figure("b", { name })],
        sequence: [
          tween(
            "t",
            0,
            "a",
            [{ channel: "x", keys: [key(0, 0, { kind: "keyword", name: "ease" }), key(100, 9)] }],
            { name },
          ),
        ],
      });
      const tables = tablesOf(study);
      expect(() => new Function(scriptText(tables, false).replace(/^export /gm, ""))).not.toThrow();
      const source = join(folder, `name-${i}.c`);
      writeFileSync(source, cText(tables));
      return source;
    });
    const strict = ["-std=c99", "-Werror", "-trigraphs", "-fsyntax-only"];
    expect(() => execFileSync("cc", [...strict, ...sources], { stdio: "pipe" })).not.toThrow();
  });
});

describe("polynomials", () => {
  it("are any curve within a tolerance, and follow one another without a gap", () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const { value } = compileCurve(curve);
        const scale = Math.max(1, ...[0.1, 0.5, 0.9].map((p) => Math.abs(value(p))));
        const pieces = piecesOf(value, 0, 1, landmarksOf(curve), 1e-9 * scale, 1e-9);
        expect(pieces[0]?.start).toBe(0);
        expect(pieces.at(-1)?.end).toBe(1);
        pieces.forEach(({ start, end, coefficients }, i) => {
          if (i > 0) expect(start).toBe(pieces[i - 1]?.end);
          if (end - start < 1e-7) return;
          for (const u of [-0.97, -0.4, 0.2, 0.85]) {
            const at = start + ((u + 1) / 2) * (end - start);
            expect(Math.abs(polynomialAt(coefficients, u) - value(at))).toBeLessThan(2e-9 * scale);
          }
        });
      }),
      { numRuns: cases(24, 150) },
    );
  });
});
