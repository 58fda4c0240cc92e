import { bad, type Result } from "../fault/index.ts";
import { readQuantity } from "./quantity.ts";

/** How a typed time is read. */
export interface TypedTime {
  /** The unit of a number without one. */
  readonly unit: "ms" | "s" | "frames";
  /** Frames a second; without it frames cannot be typed. */
  readonly frameRate?: number | undefined;
  /** The time that was there, ms, from which what begins with a sign or a factor counts. */
  readonly from: number;
}

const SIGN = /^\s*([+\-−*×/])\s*(.*)$/s;

/**
 * Reads a time as people type it, ms: `1.2s`, `10f`, `400 + 2*30`; and relative to the one that was there: `+300` is 300
 * later, `-2f` two frames earlier, `*0.8` and `/2` multiply it. A time before 0 is a fault.
 */
export function readTypedTime(text: string, { unit, frameRate, from }: TypedTime): Result<number> {
  const [, sign = "", rest = ""] = SIGN.exec(text) ?? [];
  const isFactor = sign !== "" && "*×/".includes(sign);
  const read = isFactor
    ? readQuantity(rest, "factor")
    : readTime(sign === "" ? text : rest, unit, frameRate);
  if (!read.ok) return read;
  const { value } = read;
  const time =
    sign === ""
      ? value
      : sign === "+"
        ? from + value
        : sign === "/"
          ? from / value
          : isFactor
            ? from * value
            : from - value;
  if (!Number.isFinite(time)) return readQuantity(text, "time", frameRate);
  if (time >= 0) return { ok: true, value: time };
  return bad({
    code: "before-start",
    path: "",
    at: 0,
    message: `${text.trim()} comes to ${Math.round(time)} ms, before the start of the study.`,
    cure: `Type a time from 0 on, or at most ${Math.round(from)} ms earlier.`,
  });
}

function readTime(
  text: string,
  unit: TypedTime["unit"],
  frameRate: number | undefined,
): Result<number> {
  const bare = readQuantity(text, "factor");
  if (!bare.ok || text.includes("%")) return readQuantity(text, "time", frameRate);
  const worth = unit === "s" ? 1000 : unit === "frames" && frameRate ? 1000 / frameRate : 1;
  return { ok: true, value: bare.value * worth };
}
