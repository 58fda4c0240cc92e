import type { PicturePlan } from "@levitas/core/format";

/** The parts of a frame that are compared with what was drawn: every so many pixels. */
const EVERY = 7;
/** Frames of a video are looked for this far into their time, s. */
const INSIDE = 1e-3;

/** What was found in a picture that was made. */
export interface Decoded {
  readonly frames: number;
  /** ms, of each frame. */
  readonly delays: readonly number[];
}

let frameAt: ((index: number) => Promise<CanvasImageSource & { close?: () => void }>) | undefined;

/** Reads a picture again as any other program would, by the browser's own decoders, and compares it frame by frame. */
export const comparing = {
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
  /** How far the colors of a frame are from what was drawn, on the average, in steps of 255. */
  async compare(
    pixels: Uint8ClampedArray,
    index: number,
    { width, height, background }: PicturePlan,
  ): Promise<number> {
    const frame = await frameAt?.(index);
    if (!frame) throw new Error("compare: nothing was decoded");
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext("2d", { willReadFrequently: true });
    context?.drawImage(frame, 0, 0);
    frame.close?.();
    const there = context?.getImageData(0, 0, width, height).data ?? new Uint8ClampedArray();
    let sum = 0;
    let count = 0;
    for (let i = 0; i < pixels.length; i += 4 * EVERY) {
      // What is half transparent is whole or nothing in some pictures.
      const alpha = pixels[i + 3] as number;
      if (!background && alpha > 5 && alpha < 250) continue;
      count++;
      if (alpha < 128) sum += Math.abs(alpha - (there[i + 3] as number));
      else
        for (let c = 0; c < 3; c++)
          sum += Math.abs((pixels[i + c] as number) - (there[i + c] as number)) / 3;
    }
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
