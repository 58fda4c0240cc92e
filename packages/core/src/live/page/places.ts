import { directionTo } from "../kernel/direction.ts";
import type { World } from "../kernel/world.ts";
import { inScene } from "./inputs.ts";
import type { Page } from "./runLive.ts";

/** Where a place in an element is in the scene, whatever turns it: the browser is asked with a mark. */
function placeOf(page: Page, element: Element, left: string, top: string): [number, number] {
  const mark = element.appendChild(document.createElement("i"));
  mark.style.cssText = `position:absolute;left:${left};top:${top}`;
  const { x, y } = mark.getBoundingClientRect();
  mark.remove();
  return inScene(page, x, y);
}

/** Where the pivot of an element is in the scene. */
function pivotOf(page: Page, element: Element): [number, number] {
  const [left, top] = getComputedStyle(element).transformOrigin.split(" ") as [string, string];
  return placeOf(page, element, left, top);
}

/** Finds channels of figures, for what says them by name. */
export function channelsOnPage({ study, drive }: Page, world: World): void {
  world.channel = (figure, id) => {
    const slot = study.channels.findIndex((each) => each[0] === figure && each[1] === id);
    return slot < 0 ? undefined : drive(slot);
  };
}

/** Aims figures at the pointer that stand in the scene itself. A figure that is not on the page has no target. */
export function aimsInScene(page: Page, world: World): void {
  world.aimed = (time, figure, channel, { x, y }) => {
    const element = page.elements.get(figure);
    if (!element) return undefined;
    page.paint(time);
    const [px, py] = pivotOf(page, element);
    if (channel === "rotate") return directionTo(x - px, y - py);
    const from = world.channel?.(figure, channel)?.channel.value(time) ?? 0;
    return from + (channel === "x" ? x - px : y - py);
  };
}

/** The length of the marks by which it is seen how a figure's surroundings lie, px. */
const MARK = 999;

/** Aims at the pointer. What a figure stands in may be moved, turned, scaled and skewed, not seen in perspective. */
export function aimsOnPage(page: Page, world: World): void {
  world.aimed = (time, figure, channel, { x, y }) => {
    const element = page.elements.get(figure);
    const around = element?.parentElement;
    if (!around) return undefined;
    page.paint(time);
    const [[ox, oy], [ax, ay], [bx, by]] = [
      placeOf(page, around, "0", "0"),
      placeOf(page, around, `${MARK}px`, "0"),
      placeOf(page, around, "0", `${MARK}px`),
    ];
    const [px, py] = pivotOf(page, element);
    const { x: u, y: v } = new DOMMatrix([ax - ox, ay - oy, bx - ox, by - oy, 0, 0])
      .inverse()
      .transformPoint({ x: x - px, y: y - py });
    if (Number.isNaN(u)) return undefined;
    if (channel === "rotate") return directionTo(u, v);
    const from = world.channel?.(figure, channel)?.channel.value(time) ?? 0;
    return from + MARK * (channel === "x" ? u : v);
  };
}

/** Levers of where the pointer is, from an edge. */
export function edgesOnPage({ study }: Page, world: World): void {
  world.pointerValue = (_, of, { x, y }) => {
    const corner = study.levers.find((lever) => lever.of === of)?.corner ?? 0;
    return of.kind === "pointer-x" ? x - corner : of.kind === "pointer-y" ? y - corner : undefined;
  };
}

/** Levers of how far the pointer is from a figure, and in which direction; of edges as well. */
export function placesOnPage(page: Page, world: World): void {
  edgesOnPage(page, world);
  const edge = world.pointerValue;
  world.pointerValue = (time, of, pointer) => {
    if (of.kind !== "angle" && of.kind !== "distance") return edge?.(time, of, pointer);
    const element = page.elements.get(of.figure);
    if (!element) return undefined;
    page.paint(time);
    const [px, py] = pivotOf(page, element);
    const [dx, dy] = [pointer.x - px, pointer.y - py];
    return of.kind === "angle" ? directionTo(dx, dy) : Math.hypot(dx, dy);
  };
}
