import { compileCurve, landmarksOf, printCurve } from "../../curve/index.ts";
import type { Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { roundTo } from "../../value/index.ts";
import { handoffContext } from "../context.ts";
import { cssNumber } from "../css/cssNumber.ts";
import { jsLineComment } from "../escape.ts";
import { studyCurves } from "../handoff/studyCurves.ts";
import { camelName, distinctNames, handoffNames, plainNames } from "../names.ts";
import { type Column, channelPieces, columnsOf } from "./channelPieces.ts";
import { type Piece, piecesOf } from "./pieces.ts";

/** A function of one number: what it is before its first piece, in its pieces, and after the last. */
interface Table {
  /** What it is, for a comment: one line. */
  readonly note: string;
  readonly before: number;
  readonly after: number;
  readonly repeats: number;
  readonly pieces: readonly Piece[];
}

/** A study as tables of numbers, and the names by which they are asked for. */
export interface FunctionTables {
  readonly title: string;
  readonly duration: number;
  readonly channels: readonly {
    readonly figure: string;
    readonly name: string;
    readonly table: Table;
  }[];
  readonly curves: readonly { readonly name: string; readonly table: Table }[];
  /** Decimals with which coefficients are written. */
  readonly decimals: number;
}

/** What tables are made of. */
export interface FunctionParts {
  readonly leaves: (figureId: string) => boolean;
  /** Whether channels leave that stand still. */
  readonly all: boolean;
  /** The greatest difference, in the unit of each channel. */
  readonly tolerance: number;
}

/** The motion and the curves of a study as tables. */
export function functionTables(
  study: Study,
  { leaves, all, tolerance }: FunctionParts,
): FunctionTables {
  const motion = handoffContext(study).motion;
  const figures = handoffNames(study).classes;
  const columns = columnsOf(motion, leaves, all);
  const channels = channelPieces(motion, columns, tolerance / 3).map(
    ({ column, before, pieces, repeats }) => {
      const figure = figures[column.figure] as string;
      const end = pieces.at(-1)?.end ?? 0;
      const after = valueAt(motion, column, end);
      const table: Table = { note: `${figure} ${column.name}`, before, after, repeats, pieces };
      return { figure, name: column.name, table };
    },
  );
  const found = studyCurves(study);
  const names = plainNames(found.map(({ name }) => name));
  const curves = found.map(({ name, curve }, i) => {
    const { value } = compileCurve(curve);
    const pieces = piecesOf(value, 0, 1, landmarksOf(curve), CURVE_TOLERANCE, CURVE_LEAST);
    const text = printCurve(curve);
    const note = `${jsLineComment(name)}: ${text.length > 90 ? `${text.slice(0, 90)}…` : text}`;
    return {
      name: names[i] as string,
      table: { note, before: value(0), after: value(1), repeats: 0, pieces },
    };
  });
  return {
    ...{ title: study.name, duration: motion.duration, channels, curves },
    decimals: Math.min(Math.ceil(-Math.log10(tolerance)) + 2, 13),
  };
}

/** How exactly curves leave, as a share of the change. */
const CURVE_TOLERANCE = 1e-10;
const CURVE_DECIMALS = 12;
/** The shortest piece of a curve, as a share of its duration. */
const CURVE_LEAST = 1e-9;

function valueAt(motion: Motion, { slot }: Column, t: number): number {
  return motion.at(t, new Float64Array(motion.slotCount))[slot] as number;
}

/** Tables as JavaScript, or as TypeScript with types: an ES module that needs nothing. */
export function scriptText(tables: FunctionTables, typed: boolean): string {
  const type = (text: string) => (typed ? text : "");
  const tableText = ({ note, before, after, repeats, pieces }: Table, decimals: number) =>
    `  // ${jsLineComment(note)}\n  { before: ${before}, after: ${after}, repeats: ${repeats}, pieces: [${pieces
      .map((piece) => `[${pieceNumbers(piece, decimals).join(",")}]`)
      .join(",")}] },`;
  const figures = [...new Set(tables.channels.map(({ figure }) => figure))];
  const poseText = figures.map((figure) => {
    const own = tables.channels.flatMap(({ figure: of, name }, i) =>
      of === figure ? [`${JSON.stringify(name)}: at(channels[${i}]${type("!")}, t)`] : [],
    );
    return `    ${JSON.stringify(figure)}: { ${own.join(", ")} },`;
  });
  // "Settle 2" and "Settle2" are distinct until they become identifiers.
  const identifierOf = distinctNames([], "_");
  const easings = tables.curves.map(({ name, table }, i) => {
    const called = identifierOf(`${i}`, camelName(`ease-${name}`));
    return `/** ${table.note.replace(/\*\//g, "* /")} */\nexport const ${called} = (progress${type(": number")})${type(": number")} => at(curves[${i}]${type("!")}, progress);`;
  });
  return `// ${jsLineComment(tables.title)}: ${cssNumber(tables.duration)} ms. Every number by its time in ms: poseAt(400).
${
  typed
    ? `
interface Table {
  readonly before: number;
  readonly after: number;
  readonly repeats: number;
  /** Start, end, and the coefficients of a polynomial of −1 at the start to 1 at the end. */
  readonly pieces: readonly (readonly number[])[];
}
`
    : ""
}
${type("export type Ease = (progress: number) => number;\n\n")}export const duration = ${cssNumber(tables.duration)};

const channels${type(": readonly Table[]")} = [
${tables.channels.map(({ table }) => tableText(table, tables.decimals)).join("\n")}
];

const curves${type(": readonly Table[]")} = [
${tables.curves.map(({ table }) => tableText(table, CURVE_DECIMALS)).join("\n")}
];

function at({ before, after, repeats, pieces }${type(": Table")}, place${type(": number")})${type(": number")} {
  if (pieces.length === 0) return place < 0 ? before : after;
  const first = pieces[0]${type("?")}.[0]${type(" ?? 0")};
  const end = pieces[pieces.length - 1]${type("?")}.[1]${type(" ?? 0")};
  if (!(place >= first)) return before;
  let t = place;
  if (t >= end) {
    if (repeats === 0) return after;
    t -= Math.floor((t - end) / repeats + 1) * repeats;
  }
  let low = 0;
  let high = pieces.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (${typed ? "(pieces[middle]?.[0] ?? 0)" : "pieces[middle][0]"} <= t) low = middle;
    else high = middle - 1;
  }
  const piece = pieces[low]${type(" ?? []")};
  const [start${type(" = 0")}, stop${type(" = 1")}] = piece;
  const u = ((t - start) / (stop - start)) * 2 - 1;
  let value = 0;
  for (let i = piece.length - 1; i >= 2; i--) value = value * u + ${typed ? "(piece[i] ?? 0)" : "piece[i]"};
  return value;
}

/** What moves, figure by figure, at a time in ms. */
export function poseAt(t${type(": number")}) {
  return {
${poseText.join("\n")}
  };
}

${easings.join("\n\n")}

/** A value at a time: duration in the unit of time, change from start to target. */
export function tween(ease${type(": Ease")}, time${type(": number")}, start${type(": number")}, change${type(": number")}, duration${type(": number")})${type(": number")} {
  return start + change * ease(duration > 0 ? time / duration : time < 0 ? 0 : 1);
}
`
    .replace(/\n{3,}/g, "\n\n")
    .replace(/\[0\]\.\[0\]/g, "[0][0]")
    .replace(/- 1\]\.\[1\]/g, "- 1][1]");
}

/** Tables as C that shader and game languages can take over: numbers, arrays and plain functions. */
export function cText(tables: FunctionTables): string {
  const constant = (name: string) => name.replace(/[^a-z0-9]+/gi, "_").toUpperCase();
  const constantOf = distinctNames([], "_");
  const all = [
    ...tables.channels.map(({ table }) => ({ table, decimals: tables.decimals })),
    ...tables.curves.map(({ table }) => ({ table, decimals: CURVE_DECIMALS })),
  ];
  const numbers: string[] = [];
  const places: number[] = [];
  const firsts: number[] = [0];
  for (const { table, decimals } of all) {
    for (const piece of table.pieces) {
      places.push(numbers.length);
      const [start, end, ...coefficients] = pieceNumbers(piece, decimals);
      numbers.push(
        ...[start, end, coefficients.length, ...coefficients].map((each) => real(Number(each))),
      );
    }
    firsts.push(places.length);
  }
  const list = (items: readonly string[], width = 8) => {
    const rows: string[] = [];
    for (let i = 0; i < items.length; i += width)
      rows.push(`  ${items.slice(i, i + width).join(", ")}`);
    return rows.length > 0 ? rows.join(",\n") : "  0";
  };
  const column = (read: (table: Table) => number) =>
    list(all.map(({ table }) => real(read(table))));
  const channelNames = tables.channels.map(({ figure, name }, i) =>
    constantOf(`channel ${i}`, `CHANNEL_${constant(figure)}_${constant(name)}`),
  );
  const curveNames = tables.curves.map(({ name }, i) =>
    constantOf(`curve ${i}`, `CURVE_${constant(name)}`),
  );
  const comment = (text: string) =>
    text
      .replace(/\*\//g, "* /")
      .replace(/\/\*/g, "/ *")
      .replace(/\?\?/g, "? ?")
      .replace(/[\\\r\n]/g, " ");
  return `/* ${comment(tables.title)}: ${cssNumber(tables.duration)} ms. Every number by its time in ms: pose_at(400.0, pose). */

#define DURATION ${real(tables.duration)}
#define CHANNEL_COUNT ${tables.channels.length}
#define CURVE_COUNT ${tables.curves.length}

/* Places in a pose. */
${channelNames.map((name, i) => `#define ${name} ${i}`).join("\n")}

/* Curves. */
${curveNames.map((name, i) => `#define ${name} ${i} /* ${comment(tables.curves[i]?.table.note ?? "")} */`).join("\n")}

/* Start, end, number of coefficients, coefficients of a polynomial of -1 at the start to 1 at the end. */
static const double piece_numbers[] = {
${list(numbers)}
};
static const int piece_places[] = {
${list(places.map(String), 16)}
};
/* The first piece of each channel and curve, and the end of the last. */
static const int table_first[] = {
${list(firsts.map(String), 16)}
};
static const double table_before[] = {
${column(({ before }) => before)}
};
static const double table_after[] = {
${column(({ after }) => after)}
};
static const double table_repeats[] = {
${column(({ repeats }) => repeats)}
};

static double table_at(int table, double place) {
  int low = table_first[table];
  int high = table_first[table + 1] - 1;
  double t = place;
  double end = 0.0;
  double value = 0.0;
  double u;
  int data;
  int i;
  if (high < low) return t < 0.0 ? table_before[table] : table_after[table];
  if (!(t >= piece_numbers[piece_places[low]])) return table_before[table];
  end = piece_numbers[piece_places[high] + 1];
  if (t >= end) {
    if (table_repeats[table] == 0.0) return table_after[table];
    while (t >= end) {
      double rounds = (t - end) / table_repeats[table];
      t = t - (double)((long long)rounds + 1) * table_repeats[table];
    }
  }
  while (low < high) {
    int middle = (low + high + 1) / 2;
    if (piece_numbers[piece_places[middle]] <= t) low = middle;
    else high = middle - 1;
  }
  data = piece_places[low];
  u = (t - piece_numbers[data]) / (piece_numbers[data + 1] - piece_numbers[data]) * 2.0 - 1.0;
  for (i = (int)piece_numbers[data + 2] - 1; i >= 0; i--) value = value * u + piece_numbers[data + 3 + i];
  return value;
}

/* One number of the pose at a time in ms. */
double channel_at(int channel, double t) {
  return table_at(channel, t);
}

/* The whole pose at a time in ms: CHANNEL_COUNT numbers. */
void pose_at(double t, double *pose) {
  int i;
  for (i = 0; i < CHANNEL_COUNT; i++) pose[i] = table_at(i, t);
}

/* A curve at a progress of 0 to 1. */
double ease(int curve, double progress) {
  return table_at(CHANNEL_COUNT + curve, progress);
}

/* A value at a time: duration in the unit of time, change from start to target. */
double tween(int curve, double time, double start, double change, double duration) {
  double progress = duration > 0.0 ? time / duration : time < 0.0 ? 0.0 : 1.0;
  return start + change * ease(curve, progress);
}
`;
}

/** A number as C has it: with a point, so that it is no integer. */
function real(value: number): string {
  const text = String(value);
  return /[.e]/.test(text) ? text : `${text}.0`;
}

function pieceNumbers({ start, end, coefficients }: Piece, decimals: number): string[] {
  return [start, end, ...coefficients.map((each) => roundTo(each, decimals))].map(String);
}
