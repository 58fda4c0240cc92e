import { type PicturePlan, sheetOf, spriteMap } from "@levitas/core/format";
import { buf as crc32 } from "crc-32";
import type { Encoder } from "./pictureTasks.ts";

/** Pixels of a frame that is looked at for colors: every so many. */
const EVERY = 5;
/** The place in a palette that stands for nothing. */
const CLEAR = 0;

/** How each kind of picture is written. */
export const encoders: Readonly<
  Record<PicturePlan["as"], (plan: PicturePlan) => Promise<Encoder>>
> = {
  gif: gifEncoder,
  apng: apngEncoder,
  webm: webmEncoder,
  png: pngEncoder,
  sprite: spriteEncoder,
};

/** One palette for all frames; what did not change since the last frame is left out. */
async function gifEncoder({
  width,
  height,
  delays,
  loops,
  background,
}: PicturePlan): Promise<Encoder> {
  const { GIFEncoder, applyPalette, quantize } = await import("gifenc");
  const gif = GIFEncoder();
  const samples: Uint8Array[] = [];
  let palette: number[][] = [];
  const buffers = [new Uint8Array(width * height), new Uint8Array(width * height)];
  const laid = new Uint8Array(width * height);
  let before: Uint8Array | undefined;
  const format = "rgb565";
  const isClear = (pixels: Uint8ClampedArray, i: number) =>
    !background && (pixels[i * 4 + 3] as number) < 128;
  return {
    sample(pixels: Uint8ClampedArray) {
      const some = new Uint8Array(Math.ceil(pixels.length / 4 / EVERY) * 4);
      for (let i = 0, to = 0; i < pixels.length; i += 4 * EVERY, to += 4)
        some.set(pixels.subarray(i, i + 4), to);
      samples.push(some);
    },
    add(pixels, index) {
      if (palette.length === 0) {
        const all = new Uint8Array(samples.reduce((sum, each) => sum + each.length, 0));
        let at = 0;
        for (const each of samples) {
          all.set(each, at);
          at += each.length;
        }
        // The first place stays free for what is not drawn.
        palette = [[0, 0, 0], ...quantize(all, 255, { format })];
      }
      const own = palette.slice(1);
      const found = applyPalette(
        new Uint8Array(pixels.buffer, pixels.byteOffset, pixels.length),
        own,
        format,
      );
      // Of two frames each has its buffer, used in turn: what is thrown away frame by frame is not collected in time.
      const now = buffers[index % 2] as Uint8Array;
      for (let i = 0; i < found.length; i++)
        now[i] = isClear(pixels, i) ? CLEAR : (found[i] as number) + 1;
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
        ...(index === 0 ? { palette, repeat: loops === 0 ? 0 : loops === 1 ? -1 : loops - 1 } : {}),
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
  const { default: upng } = await import("@pdf-lib/upng");
  const frames: ArrayBuffer[] = [];
  return {
    add: (pixels) => void frames.push(pixels.slice().buffer),
    finish() {
      const bytes = new Uint8Array(upng.encode(frames, width, height, 0, [...delays]));
      return frames.length > 1 ? withLoops(bytes, loops) : bytes;
    },
  };
}

/** An APNG with the number of its plays, which the encoder leaves at "forever". */
function withLoops(bytes: Uint8Array<ArrayBuffer>, loops: number): Uint8Array<ArrayBuffer> {
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

async function webmEncoder({ width, height, times, delays }: PicturePlan): Promise<Encoder> {
  const { BufferTarget, CanvasSource, Output, WebMOutputFormat, QUALITY_HIGH } = await import(
    "mediabunny"
  );
  // Video codecs take whole pairs of pixels.
  const canvas = new OffscreenCanvas(width + (width % 2), height + (height % 2));
  const context = canvas.getContext("2d");
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const source = new CanvasSource(canvas, { codec: "vp9", bitrate: QUALITY_HIGH });
  output.addVideoTrack(source);
  await output.start();
  return {
    async add(pixels, index) {
      context?.putImageData(new ImageData(pixels, width, height), 0, 0);
      await source.add((times[index] ?? 0) / 1000, (delays[index] ?? 0) / 1000);
    },
    async finish() {
      await output.finalize();
      return new Uint8Array(target.buffer as ArrayBuffer);
    },
  };
}

async function pngEncoder({ width, height }: PicturePlan): Promise<Encoder> {
  const canvas = new OffscreenCanvas(width, height);
  return {
    add: (pixels) =>
      canvas.getContext("2d")?.putImageData(new ImageData(pixels, width, height), 0, 0),
    finish: async () =>
      new Uint8Array(await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer()),
  };
}

async function spriteEncoder(plan: PicturePlan): Promise<Encoder> {
  const { columns, rows, width, height } = { ...sheetOf(plan), height: plan.height };
  const canvas = new OffscreenCanvas(columns * width, rows * height);
  const context = canvas.getContext("2d");
  return {
    add: (pixels, i) =>
      context?.putImageData(
        new ImageData(pixels, width, height),
        (i % columns) * width,
        Math.floor(i / columns) * height,
      ),
    async finish() {
      const { strToU8, zipSync } = await import("fflate");
      const png = new Uint8Array(
        await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer(),
      );
      const map = { image: "frames.png", ...spriteMap(plan) };
      return new Uint8Array(
        zipSync({ "frames.png": png, "frames.json": strToU8(JSON.stringify(map, null, 1)) }),
      );
    },
  };
}
