/** The part of omggif that is used here; it comes without types. */
declare module "omggif" {
  class GifReader {
    constructor(bytes: Uint8Array);
    readonly width: number;
    readonly height: number;
    numFrames(): number;
    loopCount(): number | null;
    frameInfo(index: number): { readonly delay: number; readonly disposal: number };
    decodeAndBlitFrameRGBA(index: number, pixels: Uint8Array): void;
  }
  const omggif: { readonly GifReader: typeof GifReader };
  export default omggif;
}
