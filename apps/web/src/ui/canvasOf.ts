/**
 * A canvas to draw on, empty, in px of the page; its pixels are made anew only where its size is another.
 *
 * @param width px of the page
 * @param height px of the page
 */
export function canvasOf(
  element: HTMLCanvasElement,
  width: number,
  height: number,
): CanvasRenderingContext2D | null {
  const ratio = devicePixelRatio;
  const [across, down] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (element.width !== across) element.width = across;
  if (element.height !== down) element.height = down;
  const context = element.getContext("2d");
  context?.setTransform(ratio, 0, 0, ratio, 0, 0);
  context?.clearRect(0, 0, width, height);
  return context;
}
