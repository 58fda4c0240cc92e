import type { Readings } from "@levitas/core/reading";
import type { ReactNode } from "react";
import { readCurve } from "../../curve-editor/curveReader.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { LETTERS, RACER_HUES, type Racer } from "./lineup.ts";

interface Row {
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  readonly value: (readings: Readings, duration: number) => number | null;
}

const finite = (value: number | null) => (value !== null && Number.isFinite(value) ? value : null);

const ROWS: readonly Row[] = [
  { label: "Overshoot", unit: " %", decimals: 1, value: (r) => r.overshoot * 100 },
  { label: "Anticipation", unit: " %", decimals: 1, value: (r) => r.anticipation * 100 },
  {
    label: "First reach",
    unit: " ms",
    decimals: 0,
    value: (r, d) => (r.firstReach === null ? null : r.firstReach * d),
  },
  {
    label: "Settles",
    unit: " ms",
    decimals: 0,
    value: (r, d) => (r.settle === null ? null : r.settle * d),
  },
  { label: "Top speed", unit: " ×", decimals: 1, value: (r) => finite(r.peakSpeed) },
  { label: "Arrives at", unit: " ×", decimals: 2, value: (r) => finite(r.endSlope) },
  { label: "Crossings", unit: "", decimals: 0, value: (r) => r.crossings.length },
  { label: "Reversals", unit: "", decimals: 0, value: (r) => r.reversals.length },
];

/** The readings in columns; every column but the first also says how it differs from the first. */
export function ReadingsTable({
  racers,
  duration,
}: {
  racers: readonly Racer[];
  duration: number;
}): ReactNode {
  const readings = racers.map(({ curve }) => readCurve(curve));
  const [first] = readings;
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="border-b border-rule">
          <th className="py-1 text-left font-normal text-muted">Reading</th>
          {racers.map(({ id, name }, i) => (
            <th key={id} className="py-1 pl-3 text-right font-semibold">
              <span className={RACER_HUES[i]?.text}>{LETTERS[i]}</span> {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ROWS.map((row) => (
          <tr key={row.label} className="border-b border-rule/60">
            <th scope="row" className="py-1 text-left font-normal text-muted">
              {row.label}
            </th>
            {readings.map((each, i) => {
              const value = row.value(each, duration);
              const base = first && i > 0 ? row.value(first, duration) : null;
              return (
                <td key={racers[i]?.id} className="py-1 pl-3 text-right font-mono text-[11.5px]">
                  {value === null ? "none" : `${numberLabel(value, row.decimals)}${row.unit}`}
                  {value !== null && base !== null ? (
                    <span className="ml-1.5 text-muted">
                      ({difference(value - base, row.decimals)})
                    </span>
                  ) : null}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function difference(value: number, decimals: number): string {
  const text = numberLabel(value, decimals);
  return value > 0 && Number(text) !== 0 ? `+${text}` : text;
}
