import { type EncodedPlan, PICTURE_ENCODERS, sampledFrames } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { frameRenderer } from "./renderer.ts";
import type { PictureFonts } from "./typefaces.ts";

/** A picture that was made. */
export interface MadePicture {
  readonly bytes: Uint8Array<ArrayBuffer>;
  /** Draws a frame of it again, by its place. */
  readonly frame: (index: number) => Uint8ClampedArray<ArrayBuffer>;
}

/** Draws the frames of a picture and writes it, without a browser. */
export async function makePicture(
  study: Study,
  plan: EncodedPlan,
  { fonts, figures }: { fonts: PictureFonts; figures?: ReadonlySet<string> | undefined },
): Promise<MadePicture> {
  const render = await frameRenderer(study, { ...plan, figures }, fonts);
  const frame = (index: number) => render(plan.times[index] ?? 0);
  const encoder = await PICTURE_ENCODERS[plan.as](plan);
  for (const index of sampledFrames(plan)) encoder.sample?.(frame(index));
  for (let i = 0; i < plan.times.length; i++) await encoder.add(frame(i), i);
  return { bytes: await encoder.finish(), frame };
}
