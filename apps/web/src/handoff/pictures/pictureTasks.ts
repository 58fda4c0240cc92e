import type { PicturePlan } from "@levitas/core/format";
import { comparing } from "./comparing.ts";
import { encoders } from "./encoders.ts";

/** How many frames the palette of a GIF is made of. */
const SAMPLES = 8;

/** Takes frames one by one and makes a picture of them. */
export interface Encoder {
  /** A frame: 8-bit RGBA, row by row. */
  add(pixels: Uint8ClampedArray, index: number): void | Promise<void>;
  finish(): Promise<Uint8Array<ArrayBuffer>> | Uint8Array<ArrayBuffer>;
}

let plan: PicturePlan | undefined;
let encoder: Encoder | undefined;
let canvas: OffscreenCanvas | undefined;

/** The pixels of a bitmap at the size of the picture. */
function pixelsOf(bitmap: ImageBitmap, { width, height }: PicturePlan): Uint8ClampedArray {
  canvas ??= new OffscreenCanvas(width, height);
  if (canvas.width !== width || canvas.height !== height)
    [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser draws nothing aside from the page.");
  context.clearRect(0, 0, width, height);
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return context.getImageData(0, 0, width, height).data;
}

/** What is done aside from the page: frames come in as bitmaps. */
export const pictureTasks = {
  /** Begins a picture; of a GIF some frames are asked for first, of which its colors are chosen. */
  async begin(next: PicturePlan): Promise<readonly number[]> {
    plan = next;
    encoder = await encoders[next.as](next);
    if (next.as !== "gif") return [];
    const last = next.times.length - 1;
    return [
      ...new Set(Array.from({ length: SAMPLES }, (_, i) => Math.round((last * i) / (SAMPLES - 1)))),
    ];
  },
  async sample(bitmap: ImageBitmap): Promise<void> {
    if (plan)
      (encoder as { sample?: (pixels: Uint8ClampedArray) => void }).sample?.(
        pixelsOf(bitmap, plan),
      );
  },
  async add(bitmap: ImageBitmap, index: number): Promise<void> {
    if (plan) await encoder?.add(pixelsOf(bitmap, plan), index);
  },
  async finish(): Promise<Uint8Array<ArrayBuffer>> {
    if (!encoder || !plan) throw new Error("finish: nothing was begun");
    return encoder.finish();
  },
  /** Decodes a picture again; the frames are compared with `compare` one by one. */
  decode: comparing.decode,
  async compare(bitmap: ImageBitmap, index: number): Promise<number> {
    if (!plan) throw new Error("compare: nothing was begun");
    return comparing.compare(pixelsOf(bitmap, plan), index, plan);
  },
};

export type PictureTasks = typeof pictureTasks;
