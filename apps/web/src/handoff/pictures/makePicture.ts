import { type PicturePlan, stillWriter } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { transfer, wrap } from "comlink";
import { COMPARED, type Decoded } from "./comparing.ts";
import type { PictureTasks } from "./pictureTasks.ts";

/** How many frames may be on their way to the worker. */
const ON_THE_WAY = 4;

/** A picture that was made. */
export interface Picture {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly mime: string;
  /** s */
  readonly took: number;
}

/** What was proven of a picture. */
export interface PictureProof extends Decoded {
  /** How far colors are off on the average, in the worst of the frames that were compared, in steps of 255. */
  readonly color: number;
  readonly compared: number;
  /** Frames shown longer or shorter than they should be, by the most, ms. */
  readonly delay: number;
}

const MIMES: Readonly<Record<PicturePlan["as"], string>> = {
  ...{ gif: "image/gif", apng: "image/png", webm: "video/webm" },
  ...{ png: "image/png", sprite: "application/zip" },
};

/** Draws frames of a study as bitmaps, by the browser itself: what is drawn is what is seen. */
export function frameDrawer(
  study: Study,
  { background, width, height }: PicturePlan,
  fonts: string,
): (time: number) => Promise<ImageBitmap> {
  const svgAt = stillWriter(study, fonts, background);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d");
  return async (time) => {
    const image = new Image(width, height);
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgAt(time))}`;
    await image.decode();
    // By way of a canvas: a bitmap made of the image itself is kept from workers, since HTML is in it.
    context?.clearRect(0, 0, width, height);
    context?.drawImage(image, 0, 0, width, height);
    return canvas.transferToImageBitmap();
  };
}

/** Makes a picture in a worker, frame by frame. `progress` is told the share that is done. */
export async function makePicture(
  study: Study,
  plan: PicturePlan,
  fonts: string,
  progress: (share: number) => void,
  stop: AbortSignal,
): Promise<{ picture: Picture; proof: PictureProof | null }> {
  const began = performance.now();
  const worker = new Worker(new URL("./picture.worker.ts", import.meta.url), { type: "module" });
  const end = () => worker.terminate();
  stop.addEventListener("abort", end);
  try {
    const tasks = wrap<PictureTasks>(worker);
    const draw = frameDrawer(study, plan, fonts);
    for (const index of await tasks.begin(plan)) {
      stop.throwIfAborted();
      const bitmap = await draw(plan.times[index] ?? 0);
      await tasks.sample(transfer(bitmap, [bitmap]));
    }
    const going: Promise<void>[] = [];
    for (const [i, time] of plan.times.entries()) {
      stop.throwIfAborted();
      const bitmap = await draw(time);
      // Frames go in their order; drawing does not wait for writing, but does not run away from it either.
      going.push(tasks.add(transfer(bitmap, [bitmap]), i));
      if (going.length > ON_THE_WAY) await going.shift();
      progress(((i + 1) / plan.times.length) * 0.9);
    }
    await Promise.all(going);
    const bytes = await tasks.finish();
    const picture = { bytes, mime: MIMES[plan.as], took: (performance.now() - began) / 1000 };
    if (
      plan.as === "png" ||
      (plan.as !== "sprite" && plan.as !== "webm" && typeof ImageDecoder === "undefined")
    )
      return { picture, proof: null };
    const { frames, delays } = await tasks.decode(bytes);
    let color = 0;
    let compared = 0;
    for (let off = await tasks.compare(); off !== undefined; off = await tasks.compare()) {
      stop.throwIfAborted();
      color = Math.max(color, off);
      compared++;
      progress(0.9 + 0.1 * (compared / Math.min(COMPARED, plan.times.length)));
    }
    // A video does not say how long its last frame is shown.
    const told = plan.as === "webm" ? delays.slice(0, -1) : delays;
    const delay = Math.max(0, ...told.map((each, i) => Math.abs(each - (plan.delays[i] ?? 0))));
    return { picture, proof: { frames, delays, color, compared, delay } };
  } finally {
    stop.removeEventListener("abort", end);
    end();
  }
}
