import type { ReactNode } from "react";

function drawing(path: string, filled = false) {
  return function Icon({ size = 16 }: { size?: number }): ReactNode {
    return (
      <svg
        width={size}
        height={size}
        viewBox="0 0 16 16"
        // Clipping each of them would cost every frame.
        className="overflow-visible"
        aria-hidden="true"
      >
        <path
          d={path}
          fill={filled ? "currentColor" : "none"}
          stroke={filled ? "none" : "currentColor"}
          strokeWidth={1.5}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
    );
  };
}

export const PlayIcon = drawing("M4.5 2.8 L13 8 L4.5 13.2 Z", true);
export const PauseIcon = drawing("M4 3 H6.8 V13 H4 Z M9.2 3 H12 V13 H9.2 Z", true);
export const UndoIcon = drawing("M6 3.5 L2.8 6.7 L6 9.9 M3 6.7 H9.6 A3.6 3.6 0 0 1 9.6 13 H7");
export const RedoIcon = drawing("M10 3.5 L13.2 6.7 L10 9.9 M13 6.7 H6.4 A3.6 3.6 0 0 0 6.4 13 H9");
export const HistoryIcon = drawing(
  "M2.6 8 A5.4 5.4 0 1 0 4.4 4 M4.2 1.6 V4.4 H7 M8 5 V8.3 L10.2 9.8",
);
export const PlusIcon = drawing("M8 3 V13 M3 8 H13");
export const MoreIcon = drawing(
  "M3 6.9 A1.1 1.1 0 1 0 3.01 6.9 Z M8 6.9 A1.1 1.1 0 1 0 8.01 6.9 Z M13 6.9 A1.1 1.1 0 1 0 13.01 6.9 Z",
  true,
);
export const SunIcon = drawing(
  "M8 5 A3 3 0 1 0 8.01 5 M8 1.2 V2.4 M8 13.6 V14.8 M1.2 8 H2.4 M13.6 8 H14.8 M3.2 3.2 L4 4 M12 12 L12.8 12.8 M12.8 3.2 L12 4 M4 12 L3.2 12.8",
);
export const MoonIcon = drawing("M12.8 9.8 A5.4 5.4 0 0 1 6.2 3.2 A5.4 5.4 0 1 0 12.8 9.8 Z");
export const ChevronIcon = drawing("M4 6 L8 10 L12 6");
export const CloseIcon = drawing("M4 4 L12 12 M12 4 L4 12");
export const SearchIcon = drawing("M7 2.5 A4.5 4.5 0 1 0 7.01 2.5 M10.3 10.3 L13.5 13.5");

/** The mark of the program: a curve that passes its target and settles, with what moves on it. */
export function Mark({ size = 28 }: { size?: number }): ReactNode {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
      <path d="M3 27 H29" className="stroke-rule" strokeWidth={2} />
      <path
        d="M4 27 C14 27 11 6 18 6 C22 6 22 13 28 11"
        fill="none"
        className="stroke-spruce"
        strokeWidth={3.2}
        strokeLinecap="round"
      />
      <circle cx={18} cy={6} r={3.4} className="fill-marigold" />
    </svg>
  );
}
