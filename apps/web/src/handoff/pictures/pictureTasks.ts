import {
  type Encoder,
  isEncoded,
  PICTURE_ENCODERS,
  type PicturePlan,
  sampledFrames,
} from "@levitas/core/format";
import { comparing, type FoundFrame } from "./comparing.ts";
import { readPixels } from "./pixels.ts";
import { webmEncoder } from "./webmEncoder.ts";

let plan: PicturePlan | undefined;
let encoder: Encoder | undefined;
let pixels = new Uint8ClampedArray();
/** Frames come faster than they are read: one after the other. */
let reading: Promise<void> = Promise.resolve();

function read(
  bitmap: ImageBitmap,
  use: (plan: PicturePlan) => void | Promise<void>,
): Promise<void> {
  reading = reading.then(async () => {
    if (!plan) return;
    const { width, height } = plan;
    if (pixels.length !== width * height * 4) pixels = new Uint8ClampedArray(width * height * 4);
    await readPixels(bitmap, width, height, pixels);
    await use(plan);
  });
  return reading;
}

/** What is done aside from the page: frames come in as bitmaps. */
export const pictureTasks = {
  /** Begins a picture; of a GIF some frames are asked for first, of which its colors are chosen. */
  async begin(next: PicturePlan): Promise<readonly number[]> {
    plan = next;
    encoder = isEncoded(next) ? await PICTURE_ENCODERS[next.as](next) : await webmEncoder(next);
    comparing.begin(next);
    return sampledFrames(next);
  },
  sample: (bitmap: ImageBitmap): Promise<void> => read(bitmap, () => encoder?.sample?.(pixels)),
  add: (bitmap: ImageBitmap, index: number): Promise<void> =>
    read(bitmap, async () => {
      comparing.keep(pixels, index);
      await encoder?.add(pixels, index);
    }),
  async finish(): Promise<Uint8Array<ArrayBuffer>> {
    if (!encoder) throw new Error("finish: nothing was begun");
    return encoder.finish();
  },
  /** Reads a picture again and answers how many frames it has; they are compared with `compare` one by one. */
  async decode(bytes: Uint8Array<ArrayBuffer>): Promise<number> {
    if (!plan) throw new Error("decode: nothing was begun");
    return comparing.decode(bytes, plan);
  },
  /** What is found of the next frame; undefined after the last. */
  compare: (): Promise<FoundFrame | undefined> => comparing.compare(),
};

export type PictureTasks = typeof pictureTasks;
