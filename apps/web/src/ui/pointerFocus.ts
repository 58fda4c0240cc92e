import type { MouseEvent } from "react";

/**
 * For buttons: a click does not take the focus, so that Space, arrows and the rest go on being
 * shortcuts of the page for those who point. A field being typed in is left first, which takes what
 * was typed. The Tab key reaches buttons as ever.
 */
export function leaveFocus(event: MouseEvent): void {
  event.preventDefault();
  const { activeElement } = document;
  if (activeElement instanceof HTMLElement && activeElement !== event.currentTarget)
    activeElement.blur();
}

/** Whether the focus was moved by the keyboard last, by Tab or arrows, and not by what was pressed with a pointer. */
let byKeyboard = false;
globalThis.addEventListener?.(
  "keydown",
  ({ key }) => {
    if (key === "Tab" || key.startsWith("Arrow")) byKeyboard = true;
  },
  { capture: true },
);
globalThis.addEventListener?.(
  "pointerdown",
  () => {
    byKeyboard = false;
  },
  { capture: true },
);

/**
 * Whether the person went to what has the focus by the keyboard. A panel or a menu that closes gives the focus back to
 * its button, and browsers then show it as if it had been reached with Tab.
 */
export const reachedByKeyboard = (): boolean => byKeyboard;
