import type { ReactNode } from "react";

let element: HTMLDivElement | null = null;

/** Width of a letter of the tip, height of a line, and both paddings together, px. */
const [LETTER, LINE, PADDING] = [7.2, 17, 16];

/** Shows text beside the pointer while something is dragged; a line feed begins a second line. */
export function showTip(x: number, y: number, text: string): void {
  if (!element) return;
  element.textContent = text;
  element.style.visibility = "visible";
  // Reckoned from the text, not measured: a measurement would lay out the page in mid-drag.
  const lines = text.split("\n");
  const width = Math.max(...lines.map((line) => line.length)) * LETTER + PADDING;
  const height = lines.length * LINE + PADDING / 2;
  // To the right of the pointer and above it, unless the window ends there.
  const left = x + 16 + width > innerWidth ? x - 16 - width : x + 16;
  const top = y - 14 - height < 0 ? y + 18 : y - 14 - height;
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
