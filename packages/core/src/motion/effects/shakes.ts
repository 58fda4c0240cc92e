import { type Shake, seededRandom } from "../../study/index.ts";
import { innerTime, type Placed, type Placements, type TimeLink } from "../../timeline/index.ts";
import type { CurveSource } from "../compile/curveSource.ts";

/** A compiled shake. */
export interface CompiledShake {
  readonly shake: Shake;
  /** Indices of the figures it moves; undefined for the whole scene. */
  readonly figures: readonly number[] | undefined;
  /** The links from the study's time to its local time. */
  readonly links: readonly TimeLink[];
  /** Whether it is active at a time of the study. */
  readonly isOn: (t: number) => boolean;
  /** Writes its offset at a time into `out`: px, px, degrees clockwise; zeros if it is not active. */
  readonly offset: (t: number, out: Float64Array) => void;
  /** The noise along x, along y and around. */
  readonly noises: readonly [Noise, Noise, Noise];
}

/** Smooth noise by place, at most 1 to each side. */
export type Noise = (place: number) => number;

/** Number of random slopes before the noise repeats: more than 60 s at 30 Hz. */
const SLOPES = 2048;

/**
 * Gradient noise in one dimension from a seed: 0 at every integer, between −1 and 1, with the fade 6t⁵ − 15t⁴ + 10t³,
 * whose first and second derivatives are continuous.
 */
export function noise(seed: number): Noise {
  const random = seededRandom(seed);
  const slopes = Float64Array.from({ length: SLOPES }, () => random() * 2 - 1);
  return (place) => {
    const cell = Math.floor(place);
    const t = place - cell;
    const index = ((cell % SLOPES) + SLOPES) % SLOPES;
    const left = (slopes[index] as number) * t;
    const right = (slopes[(index + 1) % SLOPES] as number) * (t - 1);
    const fade = t * t * t * (t * (t * 6 - 15) + 10);
    // Two opposite slopes of 1 reach one half between integers, so twice the sum lies in [−1, 1].
    return (left + (right - left) * fade) * 2;
  };
}

/** What a shake needs of the study around it. */
interface ShakeContext {
  readonly figures: { readonly indexOf: (figureId: string) => number };
  readonly curves: CurveSource;
  readonly placements: Placements;
}

/**
 * Compiles a shake; undefined for one that moves nothing.
 *
 * @param calm for people who prefer reduced motion: only the calm share is left
 * @param before another state of the shake, whose noise is reused if the seed is the same
 */
export function compileShake(
  shake: Shake,
  placed: Placed,
  { figures, curves, placements }: ShakeContext,
  calm: boolean,
  before?: CompiledShake,
): CompiledShake | undefined {
  const share = calm ? (shake.calm ?? 0) : 1;
  if (share === 0 || !(shake.duration > 0)) return undefined;
  const links = placements.linksTo(placed);
  const moved = shake.figures?.map((id) => figures.indexOf(id)).filter((index) => index >= 0);
  const fade = curves.of({ ...(shake.fade ? { curve: shake.fade } : {}) }).compiled;
  const noises =
    before?.shake.seed === shake.seed
      ? before.noises
      : ([0, 1, 2].map((i) => noise(shake.seed * 3 + i)) as unknown as CompiledShake["noises"]);
  const [alongX, alongY, around] = noises;
  const { duration, frequency, amplitude, turn = 0 } = shake;
  return {
    shake,
    figures: moved,
    links,
    noises,
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
