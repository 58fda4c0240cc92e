import Papa from "papaparse";
import { type FitPoint, fitKeys } from "../../fit/index.ts";
import { CHANNELS, type ChannelId } from "../../study/index.ts";
import { extentOf } from "../../value/index.ts";
import { thinned } from "../css/bake.ts";
import type { BroughtFigure, BroughtTrack, Unread } from "./brought.ts";
import { nameOf } from "./selectors.ts";

/** The greatest difference from the table that keys and curves may have, as a share of the way of a column. */
const WITHIN = 0.0005;

interface Table {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly number[])[];
  readonly rate: number;
}

/** Whether data is a table with a row for each frame. */
export const isTable = (data: unknown): boolean =>
  typeof data === "object" && data !== null && "columns" in data && "rows" in data;

/** A table as JSON has it. */
export function tableOf(data: unknown, unread: Unread[]): Table {
  const { columns, rows, framesPerSecond } = data as Record<string, unknown>;
  const names = Array.isArray(columns) ? columns.map(String) : [];
  return {
    columns: names,
    rows: (Array.isArray(rows) ? rows : []).flatMap((row, i) =>
      rowOf(row, names.length, `row ${i + 1}`, unread),
    ),
    rate: typeof framesPerSecond === "number" && framesPerSecond > 0 ? framesPerSecond : 60,
  };
}

/** A table as CSV has it (RFC 4180): names first. */
export function readCsv(text: string, unread: Unread[]): Table {
  const { data } = Papa.parse<string[]>(text, { delimiter: ",", skipEmptyLines: true });
  const [columns = [], ...rest] = data;
  return {
    columns: columns.map((name) => name.trim()),
    rows: rest.flatMap((row, i) => rowOf(row, columns.length, `line ${i + 2}`, unread)),
    rate: 60,
  };
}

function rowOf(row: unknown, length: number, place: string, unread: Unread[]): number[][] {
  const cells = Array.isArray(row) ? row : [];
  const numbers = cells.map((cell) => (cell === "" || cell === null ? Number.NaN : Number(cell)));
  if (numbers.length === length && numbers.every(Number.isFinite)) return [numbers];
  const bad = cells.findIndex((_, i) => !Number.isFinite(numbers[i]));
  unread.push({
    place,
    what: bad < 0 ? `${cells.length} cells` : String(cells[bad]).slice(0, 40),
    why: bad < 0 ? `there are ${length} columns` : "it is no number",
  });
  return [];
}

const PARTS = ["red", "green", "blue", "alpha"];

/** A table as figures with keys and curves: a key where a column turns or rests, a curve between. */
export function figuresOfTable({ columns, rows, rate }: Table, unread: Unread[]): BroughtFigure[] {
  const clock = columns.findIndex((name) => /^(time|t|ms|frame)$/i.test(name));
  const times = rows.map((row, i) => {
    if (clock < 0) return (i * 1000) / rate;
    return /^frame$/i.test(columns[clock] ?? "")
      ? ((row[clock] as number) * 1000) / rate
      : (row[clock] as number);
  });
  const begin = times[0] ?? 0;
  if (times.some((time, i) => i > 0 && time <= (times[i - 1] as number)))
    unread.push({
      place: `column ${columns[clock] ?? "time"}`,
      what: "times",
      why: "they do not rise from row to row; rows out of order are left out",
    });
  let latest = Number.NEGATIVE_INFINITY;
  const inOrder = times.flatMap((time, i) => {
    // Compared with the last row that is kept, so that what is kept rises.
    if (time <= latest) return [];
    latest = time;
    return [i];
  });
  const figures = new Map<
    string,
    { rest: Partial<Record<ChannelId, number | string>>; tracks: BroughtTrack[] }
  >();
  const of = (name: string) => {
    const found = figures.get(name) ?? { rest: {}, tracks: [] };
    figures.set(name, found);
    return found;
  };
  columns.forEach((column, c) => {
    if (c === clock) return;
    const dot = column.indexOf(".");
    const figure = dot < 0 ? "Figure" : column.slice(0, dot);
    const [name = "", part] = (dot < 0 ? column : column.slice(dot + 1)).split(".");
    const channel = CHANNELS.find(
      ({ id, label }) =>
        id.toLowerCase() === name.toLowerCase() || label.toLowerCase() === name.toLowerCase(),
    );
    if (!channel) {
      unread.push({
        place: `column ${c + 1}`,
        what: column,
        why: `there is no channel ${name || "without a name"}`,
      });
      return;
    }
    const points = inOrder.map((i) => ({
      time: (times[i] as number) - begin,
      value: rows[i]?.[c] as number,
    }));
    if (points.length === 0) return;
    if (channel.kind === "color") {
      if (part !== "red") return;
      const all = PARTS.map((each) => columns.indexOf(`${figure}.${name}.${each}`));
      of(figure).tracks.push(
        colorTrack(
          inOrder.map((i) => ({
            time: (times[i] as number) - begin,
            values: all.map((at, k) => (at < 0 ? (k === 3 ? 1 : 0) : (rows[i]?.[at] as number))),
          })),
        ),
      );
      return;
    }
    const own = of(figure);
    own.rest[channel.id] = points[0]?.value ?? 0;
    if (channel.kind === "switch") own.tracks.push({ channel: channel.id, keys: switched(points) });
    else own.tracks.push({ channel: channel.id, keys: keysOfColumn(points) });
  });
  const duration = (times.at(-1) ?? 0) - begin;
  return [...figures].map(([name, { rest, tracks }]) => {
    const moving = tracks.filter(({ keys }) => keys.some(({ value }) => value !== keys[0]?.value));
    const tween = {
      ...{ name: "Frames", delay: 0, fill: "both" as const, iterations: 1 },
      ...{ direction: "normal" as const, duration, tracks: moving },
    };
    return { name: nameOf(`.${name}`), rest, tweens: moving.length === 0 ? [] : [tween] };
  });
}

/** Keys where a column turns, rests or begins to move, and between them the curve that is nearest. */
function keysOfColumn(points: readonly FitPoint[]): BroughtTrack["keys"] {
  const [least, greatest] = extentOf(points.map(({ value }) => value));
  return fitKeys(points, (greatest - least) * WITHIN);
}

function switched(points: readonly FitPoint[]): BroughtTrack["keys"] {
  return points
    .filter(({ value }, i) => i === 0 || value >= 0.5 !== (points[i - 1] as FitPoint).value >= 0.5)
    .map(({ time, value }) => ({ time, value: value >= 0.5 ? 1 : 0 }));
}

function colorTrack(stops: readonly { time: number; values: number[] }[]): BroughtTrack {
  const kept = thinned([stops], [0.004, 0.004, 0.004, 0.004]);
  return {
    channel: "color",
    space: "srgb",
    keys: kept.map(({ time, values }) => {
      const [r = 0, g = 0, b = 0, a = 1] = values;
      const byte = (part: number) => Math.round(part * 255 * 1000) / 1000;
      return { time, value: `rgb(${byte(r)} ${byte(g)} ${byte(b)} / ${a})` };
    }),
  };
}
