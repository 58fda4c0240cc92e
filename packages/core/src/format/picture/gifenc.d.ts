/** The part of gifenc that is used here; it comes without types. */
declare module "gifenc" {
  export function GIFEncoder(): {
    writeFrame(
      index: Uint8Array,
      width: number,
      height: number,
      options: {
        palette?: number[][];
        delay?: number;
        repeat?: number;
        transparent?: boolean;
        transparentIndex?: number;
        dispose?: number;
      },
    ): void;
    finish(): void;
    bytes(): Uint8Array<ArrayBuffer>;
  };
  export function quantize(
    rgba: Uint8Array,
    colors: number,
    options?: { format?: "rgb565" | "rgb444" | "rgba4444" },
  ): number[][];
  export function nearestColorIndex(palette: number[][], color: number[]): number;
}
