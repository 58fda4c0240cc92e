import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { columnsOf } from "../function/channelPieces.ts";
import { handoffNames } from "../names.ts";
import type { HandoffWriter } from "./handoffFormat.ts";

/** The most rows of a table. */
const MOST_ROWS = 100_000;

/** A field of CSV, RFC 4180. */
function field(text: string): string {
  return /[",\r\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text;
}

export const framesWriter: HandoffWriter = {
  write: (study, { as, rate, channels }, { figures }) => {
    const motion = handoffContext(study).motion;
    const columns = columnsOf(motion, (id) => !figures || figures.has(id), channels === "all");
    const figureNames = handoffNames(study).classes;
    const poses = new Float64Array(motion.slotCount);
    const rows = Array.from({ length: rowsOf(study, Number(rate)).count }, (_, i) => {
      const time = (i * 1000) / Number(rate);
      motion.at(time, poses);
      return [time, ...columns.map(({ slot }) => poses[slot] as number)];
    });
    const names = ["time", ...columns.map(({ figure, name }) => `${figureNames[figure]}.${name}`)];
    if (as === "json") {
      const lines = rows.map((row) => `    ${JSON.stringify(row)}`);
      return {
        text: `{\n  "name": ${JSON.stringify(study.name)},\n  "framesPerSecond": ${rate},\n  "columns": ${JSON.stringify(names)},\n  "rows": [\n${lines.join(",\n")}\n  ]\n}\n`,
      };
    }
    return { text: `${[names.map(field), ...rows].map((row) => row.join(",")).join("\r\n")}\r\n` };
  },
  limits: (study, { rate }) => {
    const { endless, cut } = rowsOf(study, Number(rate));
    return [
      ...(endless
        ? [{ what: "What goes on forever ends with its first round.", cure: "Repeat its rows." }]
        : []),
      ...(cut
        ? [
            {
              what: `Only the first ${MOST_ROWS} frames leave.`,
              cure: "Choose fewer frames a second.",
            },
          ]
        : []),
    ];
  },
};

/** How many rows there are: to the end, and one more where the end lies between two frames. */
function rowsOf(study: Study, rate: number) {
  const motion = handoffContext(study).motion;
  const wanted = Math.ceil((motion.duration * rate) / 1000 - 1e-9) + 1;
  return { count: Math.min(wanted, MOST_ROWS), cut: wanted > MOST_ROWS, endless: motion.endless };
}
