import type { Encoder, PicturePlan } from "@levitas/core/format";

/** A video, written by the browser's own encoder. */
export async function webmEncoder({ width, height, times, delays }: PicturePlan): Promise<Encoder> {
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
