import { type RefObject, useEffect } from "react";

const HANDLES = '[role="slider"][tabindex]';

/**
 * Makes all handles and points of a plot one tab stop: Tab comes to the one that was used last, Page Up and Page Down go
 * from one to the next, Home and End to the first and the last. The arrows are left to them: they move what is focused.
 */
export function useRovingStop(plot: RefObject<SVGSVGElement | null>): void {
  useEffect(() => {
    const element = plot.current;
    if (!element) return;
    const all = () => [...element.querySelectorAll<SVGElement>(HANDLES)];
    const letTabComeTo = (chosen: SVGElement | undefined) => {
      for (const handle of all()) {
        const tabIndex = handle === chosen ? "0" : "-1";
        // Writing it again would be seen as a change.
        if (handle.getAttribute("tabindex") !== tabIndex) handle.setAttribute("tabindex", tabIndex);
      }
    };
    const refresh = () => {
      const handles = all();
      const now = handles.filter((handle) => handle.getAttribute("tabindex") === "0");
      const focused = handles.find((handle) => handle === document.activeElement);
      letTabComeTo(focused ?? (now.length === 1 ? now[0] : handles[0]));
    };
    const onFocus = ({ target }: FocusEvent) => {
      const handle = all().find((each) => each === target);
      if (handle) letTabComeTo(handle);
    };
    const onKey = (event: KeyboardEvent) => {
      const handles = all();
      const at = handles.indexOf(document.activeElement as SVGElement);
      const to = {
        PageDown: at + 1,
        PageUp: at - 1,
        Home: 0,
        End: handles.length - 1,
      }[event.key];
      if (at < 0 || to === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      handles[Math.min(Math.max(to, 0), handles.length - 1)]?.focus();
    };
    refresh();
    // Points are added and taken away, and another kind of curve has other handles.
    const observer = new MutationObserver(refresh);
    observer.observe(element, { childList: true, subtree: true });
    element.addEventListener("focusin", onFocus);
    element.addEventListener("keydown", onKey);
    return () => {
      observer.disconnect();
      element.removeEventListener("focusin", onFocus);
      element.removeEventListener("keydown", onKey);
    };
  }, [plot]);
}
