import { columnsOf, handoffNames } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";

/** How many moments are compared. */
const MOMENTS = 240;

/** What was proven of a hand-off: how far it is from the motion at the worst, and where. */
export interface CliProof {
  readonly moments: number;
  readonly worst: number;
  readonly where: string;
}

/**
 * Compares a text that needs no browser with the motion it was made of: a table of frames row by row, functions at 240
 * moments. Undefined for what only a browser can run.
 */
export async function prove(
  study: Study,
  as: string,
  settings: Readonly<Record<string, string | number>>,
  text: string,
): Promise<CliProof | undefined> {
  const motion = compileStudy(study);
  const pose = new Float64Array(motion.slotCount);
  const slots = slotsByName(study, motion);
  let found: CliProof = { moments: 0, worst: 0, where: "" };
  const compare = (time: number, values: ReadonlyMap<string, number>) => {
    motion.at(time, pose);
    let { worst, where } = found;
    for (const [name, value] of values) {
      const slot = slots.get(name);
      if (slot === undefined) continue;
      const off = Math.abs(value - (pose[slot] as number));
      if (off > worst) [worst, where] = [off, `${name} at ${time} ms`];
    }
    found = { moments: found.moments + 1, worst, where };
  };
  if (as === "frames") {
    const table: { columns: string[]; rows: number[][] } =
      settings.as === "json" ? JSON.parse(text) : tableOf(text);
    for (const row of table.rows)
      compare(row[0] ?? 0, new Map(table.columns.map((name, i) => [name, row[i] ?? Number.NaN])));
    return found;
  }
  if (as === "function" && settings.as === "js") {
    const { poseAt } = (await import(`data:text/javascript,${encodeURIComponent(text)}`)) as {
      poseAt: (t: number) => Readonly<Record<string, Readonly<Record<string, number>>>>;
    };
    for (let i = 0; i < MOMENTS; i++) {
      // Apart from the frames of any rate, on which keys and jumps lie.
      const time = (motion.duration * (i + 0.371)) / MOMENTS;
      const all = Object.entries(poseAt(time)).flatMap(([figure, channels]) =>
        Object.entries(channels).map(([name, value]): [string, number] => [
          `${figure}.${name}`,
          value,
        ]),
      );
      compare(time, new Map(all));
    }
    return found;
  }
  return undefined;
}

function slotsByName(study: Study, motion: ReturnType<typeof compileStudy>): Map<string, number> {
  const slots = new Map<string, number>();
  const { classes } = handoffNames(study);
  for (const { figure, name, slot } of columnsOf(motion, () => true, true))
    slots.set(`${classes[figure]}.${name}`, slot);
  return slots;
}

function tableOf(text: string): { columns: string[]; rows: number[][] } {
  const [head = "", ...lines] = text.trim().split("\r\n");
  return { columns: head.split(","), rows: lines.map((line) => line.split(",").map(Number)) };
}
