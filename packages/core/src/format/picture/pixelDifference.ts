import type { PicturePlan } from "../handoff/handoffFormat.ts";

/** How far the pixels of a picture that was read again are from those that were drawn, in steps of 255. */
export interface PixelDifference {
  /** On the average over the whole picture. */
  readonly average: number;
  /** On the average over the part where it is greatest, and the middle of that part, px. */
  readonly worst: number;
  readonly at: readonly [x: number, y: number];
}

/** The width and height of the parts that are looked at by themselves, px: about as large as what one would notice. */
const PART = 24;

export const NO_PIXEL_DIFFERENCE: PixelDifference = { average: 0, worst: 0, at: [0, 0] };

/**
 * Compares pixels, also where only some of those that were drawn are there. An average hides what is wrong in one
 * place, so the worst part is said as well.
 *
 * @param drawn every `every`-th pixel as it was drawn, as 32 bits of RGBA in the order of the machine
 * @param read all pixels that were read, as RGBA in turn
 * @param width px
 * @param background whether there is one; without it what is half transparent is left out, since some pictures have no such
 */
export function pixelDifference(
  drawn: Uint32Array,
  read: Uint8Array | Uint8ClampedArray,
  { width, every, background }: { width: number; every: number; background: boolean },
): PixelDifference {
  const columns = Math.ceil(width / PART);
  const rows = Math.ceil(read.length / 4 / width / PART);
  const sums = new Float64Array(columns * rows);
  const counts = new Uint32Array(columns * rows);
  for (let k = 0; k < drawn.length; k++) {
    const packed = drawn[k] as number;
    const alpha = packed >>> 24;
    if (!background && alpha > 5 && alpha < 250) continue;
    const pixel = k * every;
    const i = pixel * 4;
    let away = 0;
    if (alpha < 128) away = Math.abs(alpha - (read[i + 3] as number));
    else
      for (let c = 0; c < 3; c++)
        away += Math.abs(((packed >>> (c * 8)) & 255) - (read[i + c] as number)) / 3;
    const y = Math.floor(pixel / width);
    const part = Math.floor(y / PART) * columns + Math.floor((pixel - y * width) / PART);
    sums[part] = (sums[part] as number) + away;
    counts[part] = (counts[part] as number) + 1;
  }
  let [sum, count, worst, where] = [0, 0, 0, 0];
  for (let part = 0; part < sums.length; part++) {
    const [own, of] = [sums[part] as number, counts[part] as number];
    sum += own;
    count += of;
    // A part that is hardly there, as at an edge, is judged with the others alone.
    if (of * every < (PART * PART) / 4 || own / of <= worst) continue;
    worst = own / of;
    where = part;
  }
  const at = [(where % columns) * PART + PART / 2, Math.floor(where / columns) * PART + PART / 2];
  return { average: count === 0 ? 0 : sum / count, worst, at: at as [number, number] };
}

/** How far colors may be off in each kind of picture: on the average, and where they are off most. */
const NEAR: Readonly<Record<PicturePlan["as"], readonly [average: number, worst: number]>> = {
  // One palette for all frames has few colors for what is small.
  gif: [6, 48],
  apng: [0.5, 1],
  png: [0.5, 1],
  sprite: [0.5, 1],
  // What is compressed is near.
  webm: [8, 80],
};

/** Whether a picture that was read again is taken for the one that was drawn. */
export function isNear(as: PicturePlan["as"], { average, worst }: PixelDifference): boolean {
  return average <= NEAR[as][0] && worst <= NEAR[as][1];
}

/** The worse of two, by the average and by the worst part. */
export function worseDifference(a: PixelDifference, b: PixelDifference): PixelDifference {
  const { worst, at } = b.worst > a.worst ? b : a;
  return { average: Math.max(a.average, b.average), worst, at };
}

/** What is said of it. */
export function differenceWords({ average, worst, at: [x, y] }: PixelDifference): string {
  const off = (steps: number) => `${steps.toFixed(1)}/255`;
  const where = worst < 0.05 ? "" : ` about ${x}, ${y} px`;
  return `colors ${off(worst)} off at the worst${where}, ${off(average)} on the average`;
}
