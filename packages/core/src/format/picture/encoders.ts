/// <reference path="./gifenc.d.ts" />
import type { PicturePlan } from "../handoff/handoffFormat.ts";
import { sheetOf, spriteMap } from "../handoff/picturePlan.ts";

/** Takes frames one by one and makes a picture of them. */
export interface Encoder {
  /** A frame of which colors are chosen, before the first is added. */
  sample?(pixels: Uint8ClampedArray): void;
  /** A frame: 8-bit RGBA, row by row; in memory that is used again. */
  add(pixels: Uint8ClampedArray<ArrayBuffer>, index: number): void | Promise<void>;
  finish(): Promise<Uint8Array<ArrayBuffer>> | Uint8Array<ArrayBuffer>;
}

/** Pixels of a frame that is looked at for colors: every so many. */
const EVERY = 5;
/** The place in a palette that stands for nothing. */
const CLEAR = 0;

/** A picture that is written without anything of a browser: all but video. */
export type EncodedPlan = PicturePlan & { readonly as: Exclude<PicturePlan["as"], "webm"> };

export const isEncoded = (plan: PicturePlan): plan is EncodedPlan => plan.as in PICTURE_ENCODERS;

/** How each kind of picture is written that needs nothing of a browser. */
export const PICTURE_ENCODERS: Readonly<
  Record<EncodedPlan["as"], (plan: PicturePlan) => Promise<Encoder>>
> = { gif: gifEncoder, apng: apngEncoder, png: pngEncoder, sprite: spriteEncoder };

/** How many frames the palette of a GIF is made of. */
const SAMPLES = 8;

/** The frames of which the colors of a picture are chosen: of those that have few. */
export function sampledFrames({ as, times }: PicturePlan): readonly number[] {
  if (as !== "gif") return [];
  const last = times.length - 1;
  return [
    ...new Set(Array.from({ length: SAMPLES }, (_, i) => Math.round((last * i) / (SAMPLES - 1)))),
  ];
}

/** One palette for all frames; what did not change since the last frame is left out. */
async function gifEncoder({
  width,
  height,
  delays,
  loops,
  background,
}: PicturePlan): Promise<Encoder> {
  const { GIFEncoder, nearestColorIndex, quantize } = await loadGif();
  const gif = GIFEncoder();
  const samples: Uint8Array[] = [];
  let colors: number[][] = [];
  const buffers = [new Uint8Array(width * height), new Uint8Array(width * height)];
  const laid = new Uint8Array(width * height);
  let before: Uint8Array | undefined;
  const isClear = (pixels: Uint8ClampedArray, i: number) =>
    !background && (pixels[i * 4 + 3] as number) < 128;
  /** The places in the palette that were looked up, by the leading bits of a color; 0 where none was yet. */
  const places = new Uint8Array(1 << 16);
  const placeOf = (pixels: Uint8ClampedArray, i: number) => {
    const r = pixels[i * 4] as number;
    const g = pixels[i * 4 + 1] as number;
    const b = pixels[i * 4 + 2] as number;
    const bits = ((r >> 3) << 11) | ((g >> 2) << 5) | (b >> 3);
    places[bits] ||= nearestColorIndex(colors, [r, g, b]) + 1;
    return places[bits];
  };
  return {
    sample(pixels: Uint8ClampedArray) {
      const all = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4);
      const some = new Uint32Array(Math.ceil(all.length / EVERY));
      for (let i = 0; i < some.length; i++) some[i] = all[i * EVERY] as number;
      samples.push(new Uint8Array(some.buffer));
    },
    add(pixels, index) {
      if (colors.length === 0) {
        const all = new Uint8Array(samples.reduce((sum, each) => sum + each.length, 0));
        let at = 0;
        for (const each of samples) {
          all.set(each, at);
          at += each.length;
        }
        colors = quantize(all, 255, { format: "rgb565" });
      }
      // Of two frames each has its buffer, used in turn: what is thrown away frame by frame is not collected in time.
      const now = buffers[index % 2] as Uint8Array;
      for (let i = 0; i < now.length; i++) now[i] = isClear(pixels, i) ? CLEAR : placeOf(pixels, i);
      let drawn = now;
      // Where something goes that was there, a frame cannot be laid over the one before.
      const covers = background && before !== undefined;
      if (covers && before) {
        drawn = laid;
        for (let i = 0; i < now.length; i++)
          drawn[i] = now[i] === before[i] ? CLEAR : (now[i] as number);
      }
      before = now;
      gif.writeFrame(drawn, width, height, {
        // The first place stays free for what is not drawn.
        ...(index === 0
          ? {
              palette: [[0, 0, 0], ...colors],
              repeat: loops === 0 ? 0 : loops === 1 ? -1 : loops - 1,
            }
          : {}),
        delay: delays[index] ?? 0,
        transparent: covers || !background,
        transparentIndex: CLEAR,
        dispose: background ? 1 : 2,
      });
    },
    finish() {
      gif.finish();
      return new Uint8Array(gif.bytes());
    },
  };
}

async function apngEncoder({ width, height, delays, loops }: PicturePlan): Promise<Encoder> {
  const upng = await loadUpng();
  const frames: ArrayBuffer[] = [];
  return {
    add: (pixels) => void frames.push(pixels.slice().buffer),
    async finish() {
      const bytes = new Uint8Array(upng.encode(frames, width, height, 0, [...delays]));
      return frames.length > 1 ? await withLoops(bytes, loops) : bytes;
    },
  };
}

/** An APNG with the number of its plays, which the encoder leaves at "forever". */
async function withLoops(
  bytes: Uint8Array<ArrayBuffer>,
  loops: number,
): Promise<Uint8Array<ArrayBuffer>> {
  const { buf: crc32 } = exportsOf(await import("crc-32"));
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 8; at + 12 <= bytes.length; ) {
    const length = view.getUint32(at);
    if (view.getUint32(at + 4) === 0x6163544c) {
      view.setUint32(at + 12, loops);
      view.setUint32(at + 8 + length, crc32(bytes.subarray(at + 4, at + 8 + length)) >>> 0);
      return bytes;
    }
    at += 12 + length;
  }
  return bytes;
}

/** One frame, without loss. */
async function pngEncoder({ width, height }: PicturePlan): Promise<Encoder> {
  const upng = await loadUpng();
  let frame = new ArrayBuffer(0);
  return {
    add: (pixels) => {
      frame = pixels.slice().buffer;
    },
    finish: () => new Uint8Array(upng.encode([frame], width, height, 0)),
  };
}

async function spriteEncoder(plan: PicturePlan): Promise<Encoder> {
  const { columns, ...sheet } = sheetOf(plan);
  const width = columns * plan.width;
  const pixels = new Uint8Array(width * sheet.height * 4);
  const rowBytes = plan.width * 4;
  return {
    add(frame, i) {
      const [left, top] = [(i % columns) * rowBytes, Math.floor(i / columns) * plan.height];
      for (let row = 0; row < plan.height; row++)
        pixels.set(
          frame.subarray(row * rowBytes, (row + 1) * rowBytes),
          (top + row) * width * 4 + left,
        );
    },
    async finish() {
      const [upng, { strToU8, zipSync }] = await Promise.all([loadUpng(), import("fflate")]);
      const png = new Uint8Array(upng.encode([pixels.buffer], width, sheet.height, 0));
      const map = { image: "frames.png", ...spriteMap(plan) };
      return new Uint8Array(
        zipSync({ "frames.png": png, "frames.json": strToU8(JSON.stringify(map, null, 1)) }),
      );
    },
  };
}

/** What a bundler reads as an ES module comes as one value where Node reads it as CommonJS. */
function exportsOf<Module extends object>(loaded: Module & { readonly default?: unknown }): Module {
  return typeof loaded.default === "object" && loaded.default !== null
    ? (loaded.default as Module)
    : loaded;
}

const loadGif = async () => exportsOf(await import("gifenc"));
const loadUpng = async () => {
  const { default: upng } = await import("@pdf-lib/upng");
  return exportsOf(upng);
};
