import { type CompiledCurve, compileCurve } from "../../curve/index.ts";
import { curveOfKey, type Shake, type Study, seededRandom } from "../../study/index.ts";
import { innerTime, type Placements, type TimeLink } from "../../timeline/index.ts";

/** A shake made ready. */
export interface CompiledShake {
  readonly shake: Shake;
  /** Indices of the figures it moves; undefined for the whole scene. */
  readonly figures: readonly number[] | undefined;
  /** The way from the study's time into it. */
  readonly links: readonly TimeLink[];
  /** Whether it is under way at a time of the study. */
  readonly isOn: (t: number) => boolean;
  /** What it adds at a time: px, px, degrees clockwise. Written into `out`, zeros when it is not under way. */
  readonly offset: (t: number, out: Float64Array) => void;
}

/** Slopes of the noise that are made before they repeat: more than 60 s at 30 Hz. */
const SLOPES = 2048;

/**
 * Noise that a seed decides: smooth, 0 at every whole place, at most 1 to each side. It is gradient noise in one
 * dimension with the fade 6t⁵ − 15t⁴ + 10t³, whose speed and its change are continuous.
 */
export function noise(seed: number): (place: number) => number {
  const random = seededRandom(seed);
  const slopes = Float64Array.from({ length: SLOPES }, () => random() * 2 - 1);
  return (place) => {
    const cell = Math.floor(place);
    const t = place - cell;
    const index = ((cell % SLOPES) + SLOPES) % SLOPES;
    const left = (slopes[index] as number) * t;
    const right = (slopes[(index + 1) % SLOPES] as number) * (t - 1);
    const fade = t * t * t * (t * (t * 6 - 15) + 10);
    // Two slopes of 1 against each other meet in the middle at one half; twice that is 1.
    return (left + (right - left) * fade) * 2;
  };
}

/** Makes the shakes of a study ready. `calm` plays them as people see them who prefer reduced motion. */
export function compileShakes(
  study: Study,
  placements: Placements,
  indexOf: (figureId: string) => number,
  calm: boolean,
): CompiledShake[] {
  const ready: CompiledShake[] = [];
  for (const placed of placements.byId.values()) {
    if (placed.item.type !== "shake" || placed.disabled) continue;
    const shake = placed.item as Shake;
    const share = calm ? (shake.calm ?? 0) : 1;
    if (share === 0 || !(shake.duration > 0)) continue;
    const figures = shake.figures?.map(indexOf).filter((index) => index >= 0);
    ready.push(makeReady(shake, figures, placements.linksTo(placed), share, study));
  }
  return ready;
}

function makeReady(
  shake: Shake,
  figures: readonly number[] | undefined,
  links: readonly TimeLink[],
  share: number,
  study: Study,
): CompiledShake {
  const fade: CompiledCurve = compileCurve(
    curveOfKey(study, { ...(shake.fade ? { curve: shake.fade } : {}) }),
  );
  const [alongX, alongY, around] = [0, 1, 2].map((i) => noise(shake.seed * 3 + i)) as [
    (place: number) => number,
    (place: number) => number,
    (place: number) => number,
  ];
  const { duration, frequency, amplitude, turn = 0 } = shake;
  return {
    shake,
    figures,
    links,
    isOn: (t) => {
      const within = innerTime(links, t);
      return within > 0 && within < duration;
    },
    offset: (t, out) => {
      const within = innerTime(links, t);
      if (!(within > 0 && within < duration)) {
        out.fill(0);
        return;
      }
      const left = (1 - fade.value(within / duration)) * share;
      const place = (within / 1000) * frequency;
      out[0] = alongX(place) * amplitude * left;
      out[1] = alongY(place) * amplitude * left;
      out[2] = around(place) * turn * left;
    },
  };
}
