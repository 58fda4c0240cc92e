/** The part of subset-font that is used here; it comes without types. */
declare module "subset-font" {
  export default function subsetFont(
    font: Uint8Array,
    text: string,
    options: {
      readonly targetFormat: "truetype";
      /** Values at which the axes of a variable font are fixed. */
      readonly variationAxes: Readonly<Record<string, number>>;
    },
  ): Promise<Uint8Array<ArrayBuffer>>;
}
