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
