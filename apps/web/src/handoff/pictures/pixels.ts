/** What pixels are read of. */
export type PixelSource = ImageBitmap | VideoFrame;

let canvas: OffscreenCanvas | undefined;

/**
 * Reads the pixels of a frame into memory that is used again for the next: what every frame throws away, a megabyte
 * each, is not collected soon enough. Closes the source.
 *
 * @param into 8-bit RGBA, row by row
 */
export async function readPixels(
  source: PixelSource,
  width: number,
  height: number,
  into: Uint8ClampedArray<ArrayBuffer>,
): Promise<void> {
  const frame = source instanceof VideoFrame ? source : new VideoFrame(source, { timestamp: 0 });
  try {
    if (frame.displayWidth !== width || frame.displayHeight !== height) throw new RangeError();
    await frame.copyTo(into, { format: "RGBA", colorSpace: "srgb" });
  } catch {
    // Of another size, or a browser that does not convert: by way of a canvas.
    canvas ??= new OffscreenCanvas(width, height);
    [canvas.width, canvas.height] = [width, height];
    const context = canvas.getContext("2d", { willReadFrequently: true });
    if (!context) throw new Error("This browser draws nothing aside from the page.");
    context.drawImage(frame, 0, 0);
    into.set(context.getImageData(0, 0, width, height).data);
  } finally {
    frame.close();
    if (source !== frame) source.close();
  }
}
