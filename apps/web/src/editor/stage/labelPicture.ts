/** Words as a picture, with where their baseline begins in it, px. */
interface LabelPicture {
  readonly image: HTMLCanvasElement;
  readonly width: number;
  readonly height: number;
  readonly baseline: number;
}

const MARGIN = 4;
const BASELINE = 13;
const HEIGHT = 18;
/** The most pictures that are kept, far more than are seen at a time. */
const MOST = 60;
const pictures = new Map<string, LabelPicture>();

/** Words of the overlay as a picture: letters take a millisecond to draw, each frame anew. `halo` parts them from what lies beneath. */
export function labelPicture(
  text: string,
  { ink, halo, weight }: { readonly ink: string; readonly halo: string; readonly weight: number },
): LabelPicture {
  const key = `${text} ${ink} ${halo} ${weight} ${devicePixelRatio}`;
  const known = pictures.get(key);
  if (known) return known;
  // How far an angle turns is part of the words: they are many while it is dragged, and a new canvas costs a millisecond.
  const [oldest] = pictures.size > MOST ? pictures : [];
  if (oldest) pictures.delete(oldest[0]);
  const image = oldest?.[1].image ?? document.createElement("canvas");
  const context = image.getContext("2d");
  const font = `${weight} 11px "Hanken Grotesk Variable", sans-serif`;
  if (context) context.font = font;
  const width = Math.ceil(context?.measureText(text).width ?? 0) + 2 * MARGIN;
  image.width = width * devicePixelRatio;
  image.height = HEIGHT * devicePixelRatio;
  if (context) {
    // A new size forgets all that was set.
    context.scale(devicePixelRatio, devicePixelRatio);
    context.font = font;
    context.lineJoin = "round";
    context.lineWidth = 3;
    context.strokeStyle = halo;
    context.strokeText(text, MARGIN, BASELINE);
    context.fillStyle = ink;
    context.fillText(text, MARGIN, BASELINE);
  }
  const made = { image, width, height: HEIGHT, baseline: BASELINE };
  // Until the font has come they look otherwise.
  if (document.fonts.status === "loaded") pictures.set(key, made);
  return made;
}
