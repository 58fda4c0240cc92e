import type { FigureLook } from "@levitas/core/study";
import type { ReactNode } from "react";

/** Paper and ink of a dial; they belong to the scene, not to the theme of the program. */
const PAPER = "#FFFDF8";
const INK = "#1E2430";

/** The scale of a dial: ticks all around, words spread from the top clockwise. */
export function DialArt({ look }: { look: FigureLook }): ReactNode {
  const ticks = look.ticks ?? 12;
  const labels = look.labels ?? [];
  const around = (turn: number, radius: number) => {
    const angle = (turn - 0.25) * 2 * Math.PI;
    return { x: 50 + radius * Math.cos(angle), y: 50 + radius * Math.sin(angle) };
  };
  return (
    <svg className="absolute inset-0 size-full" viewBox="0 0 100 100" aria-hidden="true">
      <circle cx={50} cy={50} r={48} fill={PAPER} stroke="currentColor" strokeWidth={3} />
      {Array.from({ length: ticks }, (_, i) => {
        const major = labels.length > 0 && (i * labels.length) % ticks === 0;
        const [from, to] = [around(i / ticks, major ? 39 : 41.5), around(i / ticks, 45)];
        return (
          <line
            // Ticks have no names; their order is what they are.
            key={i}
            x1={from.x}
            y1={from.y}
            x2={to.x}
            y2={to.y}
            stroke={INK}
            strokeWidth={major ? 1.6 : 0.8}
          />
        );
      })}
      {labels.map((label, i) => {
        const at = around(i / labels.length, 30);
        return (
          <text
            key={`${label} ${i}`}
            x={at.x}
            y={at.y + 2.6}
            textAnchor="middle"
            fontSize={7.4}
            fontWeight={600}
            fill={INK}
            className="font-sans"
          >
            {label}
          </text>
        );
      })}
    </svg>
  );
}

/** The needle of a dial; its hub is where its pivot is. */
export function NeedleArt(): ReactNode {
  return (
    <svg
      className="absolute inset-0 size-full overflow-visible"
      viewBox="0 0 12 74"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path d="M6 0 L9.4 64 A5.4 5.4 0 1 1 2.6 64 Z" fill="currentColor" />
      <circle cx={6} cy={68} r={2.2} fill={PAPER} />
    </svg>
  );
}
