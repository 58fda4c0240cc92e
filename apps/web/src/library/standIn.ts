/** What a curve is shown on. */
export const SHOW_ON = ["position", "scale", "rotation", "opacity", "color"] as const;
export type ShowOn = (typeof SHOW_ON)[number];

/** Puts a stand-in, a square about its middle with a second one over it, into the pose of a value. */
export function poseStandIn(element: SVGGElement, on: ShowOn, value: number): void {
  const over = element.lastElementChild as SVGElement | null;
  let transform = "";
  let [opacity, mix] = ["", "0"];
  if (on === "scale") transform = `scale(${Math.max(0.25 + 0.75 * value, 0)})`;
  if (on === "rotation") transform = `rotate(${value * 90}deg)`;
  if (on === "opacity") opacity = String(Math.min(Math.max(0.08 + 0.92 * value, 0), 1));
  if (on === "color") mix = String(Math.min(Math.max(value, 0), 1));
  element.style.transform = transform;
  element.style.opacity = opacity;
  if (over) over.style.opacity = mix;
}
