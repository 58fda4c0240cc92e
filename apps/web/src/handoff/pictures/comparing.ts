import { type PicturePlan, type PixelDifference, pixelDifference } from "@levitas/core/format";
import { type PixelSource, readPixels } from "./pixels.ts";

/** Of every so many pixels one is compared, at least. */
const EVERY = 7;
/** So many pixels of all frames together are kept, to be compared. */
const MOST_KEPT = 2_000_000;
/** Frames of a video are looked for this far into their time, s. */
const INSIDE = 1e-3;

/** What was found of a frame of a picture that was made. */
export interface FoundFrame {
  /** ms */
  readonly delay: number;
  /** How far its colors are from what was drawn. */
  readonly off: PixelDifference;
}

/** A picture that was read again. */
interface DecodedPicture {
  readonly frames: number;
  /** How long a frame is shown, ms, and what it shows. Asked for one after the other. */
  readonly frame: (
    index: number,
  ) => Promise<{ readonly delay: number; readonly source: PixelSource }>;
}

let plan: PicturePlan | undefined;
let decoded: DecodedPicture | undefined;
let next = 0;
let pixels = new Uint8ClampedArray();
/** Some pixels of each frame as they were drawn: one of every so many. */
let kept: Uint32Array[] = [];
let every = EVERY;

/** Reads a picture again as any other program would, by the browser's own decoders, and compares it frame by frame. */
export const comparing = {
  begin(begun: PicturePlan): void {
    plan = begun;
    kept = [];
    const { width, height, times } = begun;
    pixels = new Uint8ClampedArray(width * height * 4);
    every = Math.max(EVERY, Math.ceil((width * height * times.length) / MOST_KEPT));
    // In no column alone.
    while (width % every === 0) every++;
  },
  /** Keeps something of a frame as it was drawn. */
  keep(drawn: Uint8ClampedArray<ArrayBuffer>, index: number): void {
    const all = new Uint32Array(drawn.buffer, drawn.byteOffset, drawn.length / 4);
    const some = new Uint32Array(Math.ceil(all.length / every));
    for (let k = 0; k < some.length; k++) some[k] = all[k * every] as number;
    kept[index] = some;
  },
  /** Reads a picture; answers how many frames it has. */
  async decode(bytes: Uint8Array<ArrayBuffer>, as: PicturePlan): Promise<number> {
    const decode = as.as === "webm" ? decodeVideo : as.as === "sprite" ? decodeSprite : decodeImage;
    decoded = await decode(bytes, as);
    next = 0;
    return decoded.frames;
  },
  /** What is found of the next frame; undefined when all were looked at. */
  async compare(): Promise<FoundFrame | undefined> {
    if (!plan || !decoded || next >= decoded.frames) return undefined;
    const index = next++;
    const { delay, source } = await decoded.frame(index);
    await readPixels(source, plan.width, plan.height, pixels);
    const drawn = kept[index] ?? new Uint32Array();
    const { width, background } = plan;
    return { delay, off: pixelDifference(drawn, pixels, { width, every, background }) };
  },
};

/** A GIF, or a PNG that moves. */
async function decodeImage(
  bytes: Uint8Array<ArrayBuffer>,
  { as }: PicturePlan,
): Promise<DecodedPicture> {
  const decoder = new ImageDecoder({
    data: bytes,
    type: as === "gif" ? "image/gif" : "image/png",
  });
  await decoder.tracks.ready;
  await decoder.completed;
  return {
    frames: decoder.tracks.selectedTrack?.frameCount ?? 0,
    async frame(frameIndex) {
      const { image } = await decoder.decode({ frameIndex });
      return { delay: (image.duration ?? 0) / 1000, source: image };
    },
  };
}

async function decodeSprite(bytes: Uint8Array<ArrayBuffer>): Promise<DecodedPicture> {
  const { strFromU8, unzipSync } = await import("fflate");
  const files = unzipSync(bytes);
  const { frames } = JSON.parse(strFromU8(files["frames.json"] as Uint8Array)) as {
    frames: { x: number; y: number; w: number; h: number; duration: number }[];
  };
  const sheet = await createImageBitmap(
    new Blob([new Uint8Array(files["frames.png"] as Uint8Array)], { type: "image/png" }),
  );
  return {
    frames: frames.length,
    async frame(index) {
      const { x, y, w, h, duration } = frames[index] as (typeof frames)[number];
      return { delay: duration, source: await createImageBitmap(sheet, x, y, w, h) };
    },
  };
}

async function decodeVideo(
  bytes: Uint8Array<ArrayBuffer>,
  { times: planned }: PicturePlan,
): Promise<DecodedPicture> {
  const { BlobSource, EncodedPacketSink, Input, VideoSampleSink, WEBM } = await import(
    "mediabunny"
  );
  const input = new Input({ source: new BlobSource(new Blob([bytes])), formats: [WEBM] });
  const track = await input.getPrimaryVideoTrack();
  if (!track) return { frames: 0, frame: () => Promise.reject(new Error("There is no frame.")) };
  const times: number[] = [];
  for await (const packet of new EncodedPacketSink(track).packets())
    times.push(packet.timestamp * 1000);
  times.sort((a, b) => a - b);
  const end = (await track.computeDuration()) * 1000;
  const sink = new VideoSampleSink(track);
  const shownAt = async (time: number) => {
    const sample = await sink.getSample(time / 1000 + INSIDE);
    if (!sample) throw new Error("A frame of the video is missing.");
    const frame = sample.toVideoFrame();
    sample.close();
    return frame;
  };
  return {
    frames: times.length,
    frame: async (index) => ({
      delay: (times[index + 1] ?? end) - (times[index] ?? 0),
      source: await shownAt(planned[index] ?? 0),
    }),
  };
}
