import type { Curve } from "@levitas/core/curve";
import {
  CONVERSIONS,
  type Conversion,
  conversionOf,
  DEFAULT_CONVERSION,
  MOST_ROWS,
} from "@levitas/core/format";
import { type Refusal, refuse, refuseFault } from "./batch.ts";
import { InputFault } from "./inputFault.ts";
import { readCurveArgument } from "./readCurveArgument.ts";
import type { Streams } from "./streams.ts";

interface Asked {
  /** Percent of the way. */
  readonly tolerance?: number;
  readonly count?: number;
  /** False keeps a cubic-bezier from passing its ends. */
  readonly overshoot?: boolean;
}

/** What `--to` takes. */
export const TARGETS = CONVERSIONS.map((each) => each.id);

/** `levitas convert --curve TEXT --to FORM`: the text, or JSON with its error. */
export function convertOne(
  text: string,
  to: string,
  asked: Asked & { readonly json?: boolean; readonly untangle?: boolean },
  streams: Streams,
): void {
  const curve = readCurveArgument(text, asked.untangle);
  if (!curve.ok) throw InputFault.of("curve", curve.faults);
  const form = conversionOf(to);
  if (!form) throw new RangeError(`convertOne: there is no form ${to}`);
  const converted = convert(curve.value, form, asked);
  streams.print(asked.json ? JSON.stringify(converted) : converted.text.trimEnd());
}

/** A line of `levitas convert`: {"curve": TEXT, "to": FORM, …} to {"text", "error", "stops"}. */
export function convertLine(request: Readonly<Record<string, unknown>>): object | Refusal {
  const { curve: text, to, tolerance, count, overshoot, untangle } = request;
  if (typeof text !== "string") return refuse('"curve" is not a text.');
  const form = typeof to === "string" ? conversionOf(to) : undefined;
  if (!form) return refuse(`"to" is none of ${TARGETS.join(", ")}.`);
  if (tolerance !== undefined && !(typeof tolerance === "number" && tolerance > 0))
    return refuse('"tolerance" is not a number above 0.');
  if (count !== undefined && !isCount(count))
    return refuse(`"count" is not a whole number from 2 to ${MOST_ROWS}.`);
  const curve = readCurveArgument(text, untangle === true);
  if (!curve.ok) return refuseFault(curve.faults);
  return convert(curve.value, form, {
    ...(tolerance === undefined ? {} : { tolerance }),
    ...(count === undefined ? {} : { count }),
    overshoot: overshoot !== false,
  });
}

function isCount(count: unknown): count is number {
  return Number.isInteger(count) && (count as number) >= 2 && (count as number) <= MOST_ROWS;
}

/** The error is the greatest difference in value, as a share of the way and in percent of it. */
function convert(
  curve: Curve,
  form: Conversion,
  asked: Asked,
): { text: string; error: number } & Record<string, unknown> {
  const { tolerance, count = DEFAULT_CONVERSION.count, overshoot = true } = asked;
  const { text, error, stops } = form.convert(curve, {
    tolerance: tolerance === undefined ? DEFAULT_CONVERSION.tolerance : tolerance / 100,
    count,
    within: !overshoot,
  });
  return {
    text,
    error,
    errorPercent: error * 100,
    ...(stops === undefined ? {} : { stops }),
  };
}
