import type { PicturePlan } from "@levitas/core/format";
import { type PixelSource, readPixels } from "./pixels.ts";

/** The parts of a frame that are compared with what was drawn: every so many pixels. */
const EVERY = 7;
/** How many frames of a picture are compared with what was drawn. */
export const COMPARED = 24;
/** Frames of a video are looked for this far into their time, s. */
const INSIDE = 1e-3;

/** What was found in a picture that was made. */
export interface Decoded {
  readonly frames: number;
  /** ms, of each frame. */
  readonly delays: readonly number[];
}

let plan: PicturePlan | undefined;
let frameAt: ((index: number) => Promise<PixelSource>) | undefined;
let pixels = new Uint8ClampedArray();
/** Some pixels of the frames that are compared, as they were drawn. */
let kept: { readonly index: number; readonly colors: Uint32Array }[] = [];
let chosen: ReadonlySet<number> = new Set();

/** Reads a picture again as any other program would, by the browser's own decoders, and compares it frame by frame. */
export const comparing = {
  begin(next: PicturePlan): void {
    plan = next;
    kept = [];
    pixels = new Uint8ClampedArray(next.width * next.height * 4);
    const { length } = next.times;
    const count = Math.min(COMPARED, length);
    chosen = new Set(
      Array.from({ length: count }, (_, k) =>
        count === 1 ? 0 : Math.round((k * (length - 1)) / (count - 1)),
      ),
    );
  },
  /** Keeps something of a frame as it was drawn, if it is one of those that are compared. */
  keep(drawn: Uint8ClampedArray<ArrayBuffer>, index: number): void {
    if (!chosen.has(index)) return;
    const all = new Uint32Array(drawn.buffer);
    kept.push({
      index,
      colors: Uint32Array.from(
        { length: Math.ceil(all.length / EVERY) },
        (_, k) => all[k * EVERY] as number,
      ),
    });
  },
  async decode(bytes: Uint8Array<ArrayBuffer>, plan: PicturePlan): Promise<Decoded> {
    if (plan.as === "webm") return decodeVideo(bytes, plan);
    const { strFromU8, unzipSync } =
      plan.as === "sprite"
        ? await import("fflate")
        : { strFromU8: undefined, unzipSync: undefined };
    if (unzipSync && strFromU8) {
      const files = unzipSync(bytes);
      const map = JSON.parse(strFromU8(files["frames.json"] as Uint8Array)) as {
        frames: { x: number; y: number; w: number; h: number; duration: number }[];
      };
      const sheet = await createImageBitmap(
        new Blob([new Uint8Array(files["frames.png"] as Uint8Array)], { type: "image/png" }),
      );
      frameAt = async (index) => {
        const { x, y, w, h } = map.frames[index] as (typeof map.frames)[number];
        return createImageBitmap(sheet, x, y, w, h);
      };
      return { frames: map.frames.length, delays: map.frames.map(({ duration }) => duration) };
    }
    const decoder = new ImageDecoder({
      data: bytes,
      type: plan.as === "gif" ? "image/gif" : "image/png",
    });
    await decoder.tracks.ready;
    await decoder.completed;
    const frames = decoder.tracks.selectedTrack?.frameCount ?? 0;
    const delays: number[] = [];
    for (let i = 0; i < frames; i++) {
      const { image } = await decoder.decode({ frameIndex: i });
      delays.push((image.duration ?? 0) / 1000);
      image.close();
    }
    frameAt = async (index) => (await decoder.decode({ frameIndex: index })).image;
    return { frames, delays };
  },
  /**
   * How far the colors of the next kept frame are from what was drawn, on the average, in steps of 255; undefined when
   * all were compared.
   */
  async compare(): Promise<number | undefined> {
    const next = kept.shift();
    if (!next || !plan) return undefined;
    const frame = await frameAt?.(next.index);
    if (!frame) throw new Error("compare: nothing was decoded");
    await readPixels(frame, plan.width, plan.height, pixels);
    let sum = 0;
    let count = 0;
    next.colors.forEach((packed, k) => {
      const i = k * EVERY * 4;
      const alpha = packed >>> 24;
      // What is half transparent is whole or nothing in some pictures.
      if (!plan?.background && alpha > 5 && alpha < 250) return;
      count++;
      if (alpha < 128) sum += Math.abs(alpha - (pixels[i + 3] as number));
      else
        for (let c = 0; c < 3; c++)
          sum += Math.abs(((packed >>> (c * 8)) & 255) - (pixels[i + c] as number)) / 3;
    });
    return count === 0 ? 0 : sum / count;
  },
};

async function decodeVideo(bytes: Uint8Array<ArrayBuffer>, plan: PicturePlan): Promise<Decoded> {
  const { BlobSource, EncodedPacketSink, Input, VideoSampleSink, WEBM } = await import(
    "mediabunny"
  );
  const input = new Input({ source: new BlobSource(new Blob([bytes])), formats: [WEBM] });
  const track = await input.getPrimaryVideoTrack();
  if (!track) return { frames: 0, delays: [] };
  const times: number[] = [];
  for await (const packet of new EncodedPacketSink(track).packets())
    times.push(packet.timestamp * 1000);
  times.sort((a, b) => a - b);
  const end = (await track.computeDuration()) * 1000;
  const sink = new VideoSampleSink(track);
  frameAt = async (index) => {
    const sample = await sink.getSample((plan.times[index] ?? 0) / 1000 + INSIDE);
    if (!sample) throw new Error("compare: a frame is missing");
    const frame = sample.toVideoFrame();
    sample.close();
    return frame;
  };
  return { frames: times.length, delays: times.map((time, i) => (times[i + 1] ?? end) - time) };
}
