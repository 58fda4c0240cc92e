import {
  differenceWords,
  type EncodedPlan,
  isNear,
  NO_PIXEL_DIFFERENCE,
  pixelDifference,
  worseDifference,
} from "@levitas/core/format";
import type { MadePicture } from "./makePicture.ts";

/** A GIF says times in hundredths of a second, ms. */
const DELAY = 1;

interface Decoded {
  readonly delays: readonly number[];
  /** 8-bit RGBA, row by row. */
  readonly frame: (index: number) => Uint8Array;
}

/** Reads a picture again by another program's decoder, and compares every frame with what was drawn. */
export async function provePicture(
  plan: EncodedPlan,
  { bytes, frame }: MadePicture,
): Promise<{ readonly isSame: boolean; readonly found: string }> {
  const decoded = await DECODERS[plan.as](bytes, plan);
  const count = decoded.delays.length;
  const of = { width: plan.width, every: 1, background: plan.background };
  let off = NO_PIXEL_DIFFERENCE;
  for (let i = 0; i < Math.min(count, plan.times.length); i++) {
    const drawn = frame(i);
    const packed = new Uint32Array(drawn.buffer, drawn.byteOffset, drawn.length / 4);
    off = worseDifference(off, pixelDifference(packed, decoded.frame(i), of));
  }
  const delay = Math.max(
    0,
    ...decoded.delays.map((each, i) => Math.abs(each - (plan.delays[i] ?? 0))),
  );
  return {
    isSame: count === plan.times.length && isNear(plan.as, off) && delay <= DELAY,
    found: `${count} of ${plan.times.length} frames, times within ${delay} ms, ${differenceWords(off)}`,
  };
}

const DECODERS: Readonly<
  Record<EncodedPlan["as"], (bytes: Uint8Array<ArrayBuffer>, plan: EncodedPlan) => Promise<Decoded>>
> = {
  async gif(bytes, { width, height }) {
    const {
      default: { GifReader },
    } = await import("omggif");
    const gif = new GifReader(bytes);
    const delays = Array.from({ length: gif.numFrames() }, (_, i) => gif.frameInfo(i).delay * 10);
    // Frames lie over each other, and are asked for one after the other.
    const pixels = new Uint8Array(width * height * 4);
    return {
      delays,
      frame(index) {
        if (gif.frameInfo(index).disposal === 2) pixels.fill(0);
        gif.decodeAndBlitFrameRGBA(index, pixels);
        return pixels;
      },
    };
  },
  async apng(bytes) {
    const { default: loaded } = await import("@pdf-lib/upng");
    const upng = "decode" in loaded ? loaded : (loaded as { default: typeof loaded }).default;
    const image = upng.decode(new Uint8Array(bytes).buffer);
    const frames = upng.toRGBA8(image);
    return {
      delays: image.frames.length > 0 ? image.frames.map(({ delay }) => delay) : [0],
      frame: (index) => new Uint8Array(frames[index] as ArrayBuffer),
    };
  },
  async png(bytes) {
    const image = await decodePng(bytes);
    return { delays: [0], frame: () => image.data };
  },
  async sprite(bytes, { width, height }) {
    const { strFromU8, unzipSync } = await import("fflate");
    const files = unzipSync(bytes);
    const { frames } = JSON.parse(strFromU8(files["frames.json"] as Uint8Array)) as {
      frames: { x: number; y: number; duration: number }[];
    };
    const sheet = await decodePng(files["frames.png"] as Uint8Array);
    return {
      delays: frames.map(({ duration }) => duration),
      frame(index) {
        const { x, y } = frames[index] as (typeof frames)[number];
        const cut = new Uint8Array(width * height * 4);
        for (let row = 0; row < height; row++) {
          const from = ((y + row) * sheet.width + x) * 4;
          cut.set(sheet.data.subarray(from, from + width * 4), row * width * 4);
        }
        return cut;
      },
    };
  },
};

async function decodePng(bytes: Uint8Array) {
  const { PNG } = await import("pngjs");
  return PNG.sync.read(Buffer.from(bytes));
}
