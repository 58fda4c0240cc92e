import type { CardFace, Figure, IconShape } from "@levitas/core/study";
import { memo, type ReactNode } from "react";
import { DialArt, NeedleArt } from "./DialArt.tsx";

/** What a figure looks like, filling its box. Its color channel arrives as `currentColor`. */
export const FigureArt = memo(function FigureArt({ figure }: { figure: Figure }): ReactNode {
  switch (figure.kind) {
    case "ball":
      return <div className="absolute inset-0 rounded-full bg-current" />;
    case "block":
      return <div className="absolute inset-0 rounded-[inherit] bg-current" />;
    case "card":
      return <CardArt face={figure.look} />;
    case "label":
      return <LabelArt figure={figure} />;
    case "dial":
      return figure.look.needle ? <NeedleArt /> : <DialArt look={figure.look} />;
    case "chip":
      return <ChipArt figure={figure} />;
    case "icon":
      return <IconArt figure={figure} />;
    case "group":
      return null;
  }
});

/** Paper and ink of drawn things; they belong to the scene, not to the theme of the program. */
const CARD_PAPER = "#FFFDF8";
const CARD_INK = "#1E2430";

/** One face of a card. */
export function CardArt({ face: look }: { face: CardFace }): ReactNode {
  return (
    <div
      className="absolute inset-0 flex flex-col overflow-hidden rounded-[inherit] font-sans"
      style={{ background: CARD_PAPER, boxShadow: "inset 0 0 0 1.5px currentColor" }}
    >
      <div className="bg-current px-[7%] py-[3.2%]">
        <span
          className="text-[11.5px] font-semibold tracking-wide uppercase"
          style={{ color: CARD_PAPER }}
        >
          {look.heading}
        </span>
      </div>
      <div className="flex min-h-0 flex-1 flex-col px-[7%] pt-[3%]" style={{ color: CARD_INK }}>
        <span className="text-[21px] leading-tight font-bold">{look.title}</span>
        <span className="text-[11.5px] leading-normal opacity-75">{look.detail}</span>
        {look.code ? <BarCode /> : null}
      </div>
    </div>
  );
}

function ChipArt({ figure: { look } }: { figure: Figure }): ReactNode {
  return (
    <div className="absolute inset-0 flex items-center justify-center overflow-hidden rounded-[inherit] bg-current font-sans whitespace-nowrap">
      <span
        style={{ color: CARD_PAPER, fontSize: look.size ?? 14, fontWeight: look.weight ?? 600 }}
      >
        {look.text}
      </span>
    </div>
  );
}

/** Bars of fixed widths; they say nothing. */
const BARS = [3, 1, 2, 1, 1, 3, 1, 2, 3, 1, 1, 2, 1, 3, 2, 1, 1, 1, 3, 2, 1, 2, 1, 1, 3, 1, 2, 1];

function BarCode(): ReactNode {
  let x = 0;
  const bars = BARS.map((width, i) => {
    const bar = { x, width };
    x += width + (i % 3 === 0 ? 2.4 : 1.4);
    return bar;
  });
  return (
    <svg
      className="mt-[3.5%] mb-[4%] min-h-0 w-full flex-1"
      viewBox={`0 0 ${x} 10`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {bars.map((bar) => (
        <rect key={bar.x} x={bar.x} y={0} width={bar.width} height={10} fill={CARD_INK} />
      ))}
    </svg>
  );
}

function LabelArt({ figure: { look } }: { figure: Figure }): ReactNode {
  return (
    <div
      className={`absolute inset-0 whitespace-pre ${look.numbers ? "font-mono" : "font-sans"}`}
      style={{
        fontSize: look.size ?? 16,
        fontWeight: look.weight ?? 500,
        lineHeight: look.line ? `${look.line}px` : 1.35,
        textAlign: look.align ?? "start",
      }}
    >
      {look.text}
    </div>
  );
}

function IconArt({ figure: { look } }: { figure: Figure }): ReactNode {
  const [width, height] = look.box ?? [24, 24];
  return (
    <svg
      className="absolute inset-0 size-full overflow-visible"
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {look.shapes?.map((shape, i) => (
        // Shapes have no names; their order is what they are.
        <path key={i} d={shape.path} {...paintOf(shape)} />
      ))}
    </svg>
  );
}

function paintOf(shape: IconShape) {
  const ink = (color: string | undefined) => (color === "color" ? "currentColor" : color);
  return {
    fill: ink(shape.fill) ?? "none",
    stroke: ink(shape.stroke),
    strokeWidth: shape.strokeWidth,
    strokeLinecap: "round",
    strokeLinejoin: "round",
  } as const;
}
