import { LARGEST_NUMBER } from "../../shape/index.ts";
import { channelOf } from "../../study/index.ts";
import { isColor } from "../../value/index.ts";
import type { BroughtFigure, BroughtTrack, BroughtTween, Unread } from "./brought.ts";

/** The longest name that a study can hold, letters. */
const LONGEST_NAME = 80;
/** The longest selector that it can hold, letters, and the most declarations of a rule. */
const LONGEST_SELECTOR = 1000;
const MOST_DECLARATIONS = 500;
/** The most animations of properties that nothing here moves like, their keyframes, and the letters of one value. */
const MOST_KEPT = 100;
const MOST_FRAMES = 1000;
const LONGEST_VALUE = 10_000;

type Key = BroughtTrack["keys"][number];

/**
 * What is brought in as a study can hold it: finite numbers within its limits, keys in order, everything named. Each
 * reader passes it, so that nothing is brought in that could not be read back; what is left out is listed.
 */
export function gated(figures: readonly BroughtFigure[], unread: Unread[]): BroughtFigure[] {
  return figures.flatMap((figure) => {
    const name = figure.name.trim().slice(0, LONGEST_NAME) || "Element";
    const tweens = figure.tweens.flatMap((tween) => gatedTween(tween, name, unread));
    const held = <T>(values: Readonly<Record<string, T>>) =>
      Object.fromEntries(
        Object.entries(values).filter(([, value]) => typeof value === "string" || isAmount(value)),
      );
    const { css } = figure;
    // A rule that no study can hold, with a picture in it say, does not go back.
    const back =
      css &&
      css.selector.length <= LONGEST_SELECTOR &&
      css.declarations.length <= MOST_DECLARATIONS &&
      css.declarations.every((each) => each.length <= LONGEST_VALUE)
        ? { css: { ...css, apart: held(css.apart), ...keptIn(css) } }
        : {};
    if (css && !("css" in back))
      unread.push({
        ...{ place: tweens[0]?.place ?? name, what: `the rule of ${name}` },
        why: "it is longer than a study can keep; as motion only it leaves under a class of its own",
      });
    return tweens.length === 0 ? [] : [{ name, rest: held(figure.rest), tweens, ...back }];
  });
}

/** The animations that go back as they came, as far as a study can hold them. */
function keptIn({ kept = [] }: NonNullable<BroughtFigure["css"]>): {
  kept?: NonNullable<BroughtFigure["css"]>["kept"];
} {
  const sound = kept.filter(
    ({ property, easing, duration, delay, iterations, frames }) =>
      property.length <= LONGEST_NAME &&
      easing.length <= LONGEST_VALUE &&
      isAmount(duration) &&
      duration >= 0 &&
      isAmount(delay) &&
      (iterations === null || (isAmount(iterations) && iterations >= 0)) &&
      frames.length <= MOST_FRAMES &&
      frames.every(
        ({ value, easing: own = "" }) =>
          value.length <= LONGEST_VALUE && own.length <= LONGEST_VALUE,
      ),
  );
  return { kept: sound.length > 0 ? sound.slice(0, MOST_KEPT) : undefined };
}

function gatedTween(tween: BroughtTween, figure: string, unread: Unread[]): BroughtTween[] {
  const place = tween.place ?? figure;
  const name = tween.name.trim().slice(0, LONGEST_NAME) || figure;
  const refuse = (what: string, why: string) => {
    unread.push({ place, what, why });
    return [];
  };
  const { duration, delay, iterations } = tween;
  if (!isAmount(duration) || duration < 0)
    return refuse(name, `its duration of ${duration} ms is none that anything can last`);
  if (!isAmount(delay)) return refuse(name, `its delay of ${delay} ms is no time`);
  if (iterations !== null && !(isAmount(iterations) && iterations >= 0))
    return refuse(name, `${iterations} is no number of iterations`);
  const tracks = tween.tracks.flatMap((track): BroughtTrack[] => {
    const { label, kind } = channelOf(track.channel);
    let latest = Number.NEGATIVE_INFINITY;
    const left = { outside: 0, order: 0, values: 0 };
    const keys = track.keys.filter(({ time, value }: Key) => {
      if (!isAmount(time) || time < 0) left.outside++;
      else if (time < latest) left.order++;
      else if (kind === "color" ? !isColor(String(value)) : !isAmount(value)) left.values++;
      else {
        latest = time;
        return true;
      }
      return false;
    });
    const what = `${label} of ${name}`;
    if (left.outside > 0) refuse(what, "keyframes outside of 0 % to 100 % are left out");
    if (left.order > 0) refuse(what, "keyframes out of order are left out");
    if (left.values > 0) refuse(what, "values that are no numbers here are left out");
    return keys.length === 0 ? [] : [{ ...track, keys }];
  });
  return tracks.length === 0 ? [] : [{ ...tween, name, tracks }];
}

const isAmount = (value: unknown): value is number =>
  typeof value === "number" && Number.isFinite(value) && Math.abs(value) <= LARGEST_NUMBER;
