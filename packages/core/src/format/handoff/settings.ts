import { type Fault, FaultList, type Result } from "../../fault/index.ts";
import type { Study } from "../../study/index.ts";
import {
  choicesOf,
  type HandoffFormat,
  type HandoffOption,
  type HandoffSettings,
} from "./handoffFormat.ts";

/** The settings of a format that was asked for nothing. */
export function initialSettings(format: HandoffFormat, study: Study): HandoffSettings {
  return Object.fromEntries(
    format.options.map((option) => [
      option.id,
      option.type === "number"
        ? option.initial(study)
        : option.type === "choice"
          ? (option.initialOf?.(study) ?? option.initial)
          : option.initial,
    ]),
  );
}

/**
 * Settings from texts, such as those of a command line or of an earlier version. Missing settings keep
 * their defaults; invalid ones are faults, whose path is the option.
 */
export function readHandoffSettings(
  format: HandoffFormat,
  study: Study,
  said: Readonly<Record<string, unknown>>,
): Result<HandoffSettings> {
  const settings: Record<string, string | number> = { ...initialSettings(format, study) };
  const faults = new FaultList(20);
  for (const [id, value] of Object.entries(said)) {
    const option = format.options.find((each) => each.id === id);
    const read = option && settingOf(option, value, study);
    if (read !== undefined) settings[id] = read;
    else faults.push(faultOf(format, option, id, value, study));
  }
  return faults.all.length > 0 ? { ok: false, faults: faults.all } : { ok: true, value: settings };
}

function settingOf(
  option: HandoffOption,
  value: unknown,
  study: Study,
): string | number | undefined {
  if (option.type === "choice")
    return choicesOf(option, study).find((each) => each.value === value)?.value;
  if (option.type === "text")
    return typeof value === "string" && option.fault(value) === undefined ? value : undefined;
  const number = typeof value === "string" && value.trim() !== "" ? Number(value) : value;
  return typeof number === "number" && number >= option.min && number <= option.max
    ? number
    : undefined;
}

function faultOf(
  format: HandoffFormat,
  option: HandoffOption | undefined,
  id: string,
  value: unknown,
  study: Study,
): Fault {
  const cure = !option
    ? format.options.length === 0
      ? `${format.label} has no options.`
      : `Give one of ${format.options.map((each) => each.id).join(", ")}.`
    : option.type === "choice"
      ? `Give one of ${choicesOf(option, study)
          .map((each) => each.value)
          .join(", ")}.`
      : option.type === "text"
        ? (option.fault(String(value)) ?? "Give a text.")
        : `Give a number from ${option.min} to ${option.max}.`;
  return {
    code: option ? "wrong-setting" : "unknown-setting",
    path: id,
    message: option ? `Found ${JSON.stringify(value)}.` : "There is no such option.",
    cure,
  };
}
