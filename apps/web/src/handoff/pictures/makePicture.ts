import {
  type HandoffParts,
  NO_PIXEL_DIFFERENCE,
  type PicturePlan,
  type PixelDifference,
  stillSvg,
  worseDifference,
} from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { transfer, wrap } from "comlink";
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
export interface PictureProof {
  readonly frames: number;
  /** How far colors are off, in the worst of the frames. */
  readonly off: PixelDifference;
  /** Frames shown longer or shorter than they should be, by the most, ms. */
  readonly delay: number;
}

const MIMES: Readonly<Record<PicturePlan["as"], string>> = {
  ...{ gif: "image/gif", apng: "image/png", webm: "video/webm" },
  ...{ png: "image/png", sprite: "application/zip" },
};

/** So many frames are drawn of one SVG: each costs the browser a document of its own, with its fonts. */
const FRAMES_TOGETHER = 10;
/** More elements than this an SVG is not to have, about. */
const FIGURES_TOGETHER = 600;

/** Draws frames of a study as bitmaps, by the browser itself: what is drawn is what is seen. */
async function* drawFrames(
  study: Study,
  { background, width, height }: PicturePlan,
  { fonts, figures }: HandoffParts,
  times: readonly number[],
): AsyncGenerator<ImageBitmap> {
  const svgAt = stillSvg(study, { fonts, figures, background });
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d");
  const { scene } = study;
  const together = Math.min(
    FRAMES_TOGETHER,
    Math.max(1, Math.floor(FIGURES_TOGETHER / study.figures.length)),
  );
  for (let from = 0; from < times.length; from += together) {
    const some = times.slice(from, from + together);
    const image = new Image();
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgAt(...some))}`;
    await image.decode();
    for (let i = 0; i < some.length; i++) {
      // By way of a canvas: a bitmap made of the image itself is kept from workers, since HTML is in it.
      context?.clearRect(0, 0, width, height);
      context?.drawImage(
        ...([image, 0, i * scene.height, scene.width, scene.height] as const),
        ...([0, 0, width, height] as const),
      );
      yield canvas.transferToImageBitmap();
    }
  }
}

/** Makes a picture in a worker, frame by frame. `progress` is told the share that is done. */
export async function makePicture(
  study: Study,
  plan: PicturePlan,
  parts: HandoffParts,
  progress: (share: number) => void,
  stop: AbortSignal,
): Promise<{ picture: Picture; proof: PictureProof | null }> {
  const began = performance.now();
  const worker = new Worker(new URL("./picture.worker.ts", import.meta.url), { type: "module" });
  const end = () => worker.terminate();
  stop.addEventListener("abort", end);
  try {
    const tasks = wrap<PictureTasks>(worker);
    const sampled = (await tasks.begin(plan)).map((index) => plan.times[index] ?? 0);
    for await (const bitmap of drawFrames(study, plan, parts, sampled)) {
      stop.throwIfAborted();
      await tasks.sample(transfer(bitmap, [bitmap]));
    }
    const going: Promise<void>[] = [];
    let i = 0;
    for await (const bitmap of drawFrames(study, plan, parts, plan.times)) {
      stop.throwIfAborted();
      // Frames go in their order; drawing does not wait for writing, but does not run away from it either.
      going.push(tasks.add(transfer(bitmap, [bitmap]), i++));
      if (going.length > ON_THE_WAY) await going.shift();
      progress((i / plan.times.length) * 0.9);
    }
    await Promise.all(going);
    const bytes = await tasks.finish();
    const picture = { bytes, mime: MIMES[plan.as], took: (performance.now() - began) / 1000 };
    if (
      plan.as === "png" ||
      (plan.as !== "sprite" && plan.as !== "webm" && typeof ImageDecoder === "undefined")
    )
      return { picture, proof: null };
    const frames = await tasks.decode(bytes);
    const proof = { frames, off: NO_PIXEL_DIFFERENCE, delay: 0 };
    for (let i = 0; i < frames; i++) {
      const found = await tasks.compare();
      stop.throwIfAborted();
      if (!found) break;
      // A video does not say how long its last frame is shown.
      if (plan.as !== "webm" || i < frames - 1)
        proof.delay = Math.max(proof.delay, Math.abs(found.delay - (plan.delays[i] ?? 0)));
      proof.off = worseDifference(proof.off, found.off);
      progress(0.9 + (0.1 * (i + 1)) / frames);
    }
    return { picture, proof };
  } finally {
    stop.removeEventListener("abort", end);
    end();
  }
}
