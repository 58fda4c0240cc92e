import type { ReactNode } from "react";

let element: HTMLDivElement | null = null;

/** Shows text beside the pointer while something is dragged; a line feed begins a second line. */
export function showTip(x: number, y: number, text: string): void {
  if (!element) return;
  element.textContent = text;
  element.style.visibility = "visible";
  const { offsetWidth, offsetHeight } = element;
  // To the right of the pointer and above it, unless the window ends there.
  const left = x + 16 + offsetWidth > innerWidth ? x - 16 - offsetWidth : x + 16;
  const top = y - 14 - offsetHeight < 0 ? y + 18 : y - 14 - offsetHeight;
  element.style.translate = `${Math.round(left)}px ${Math.round(top)}px`;
}

/** Takes the text away. */
export function hideTip(): void {
  if (element) element.style.visibility = "hidden";
}

/** Where the text beside the pointer lives; once per page. */
export function DragTip(): ReactNode {
  return (
    <div
      ref={(node) => {
        element = node;
      }}
      data-testid="drag-tip"
      className="pointer-events-none invisible fixed top-0 left-0 z-50 rounded-md bg-tip px-2 py-1 font-mono text-[11px] whitespace-pre text-on-tip"
    />
  );
}
