import { LONGEST_DURATION } from "@levitas/core/format";
import { type ReactNode, useRef } from "react";
import { showTip } from "../ui/dragTip.tsx";
import { LiveNumber } from "../ui/LiveNumber.tsx";
import { numberLabel } from "../ui/numberLabel.ts";

/** A duration in ms that is typed or dragged. */
export function DurationField({
  label,
  value,
  onChange,
  least = 50,
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
  least?: number;
}): ReactNode {
  const shown = useRef(value);
  shown.current = value;
  const legal = (time: number) => Math.min(Math.max(Math.round(time), least), LONGEST_DURATION);
  const text = () => `${numberLabel(shown.current, 0)} ms`;
  return (
    <LiveNumber<number, number>
      label={label}
      hold={(element) => {
        if (element) element.textContent = text();
      }}
      text={text}
      read={(typed, quantity) => {
        const read = quantity(typed, "time");
        if (!read.ok || (read.value >= least && read.value <= LONGEST_DURATION)) return read;
        return {
          ok: false,
          faults: [
            {
              code: "duration-out-of-range",
              path: "",
              message: `Found ${typed}.`,
              cure: `Give a time from ${least} ms to ${LONGEST_DURATION / 60_000} minutes.`,
            },
          ],
        };
      }}
      accept={(time) => onChange(legal(time))}
      nudge={(steps) => onChange(legal(value + steps * 10))}
      drag={{
        start: () => value,
        move: (from, dx, fine, x, y) => {
          const next = legal(from + dx * (fine ? 0.5 : 5));
          onChange(next);
          showTip(x, y, `${next} ms`);
        },
        end: (from, cancelled) => {
          if (cancelled) onChange(from);
        },
      }}
      className="w-20"
    />
  );
}
