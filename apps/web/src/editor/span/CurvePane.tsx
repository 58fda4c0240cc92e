import type { ReactNode } from "react";
import { CurveDirection } from "../../curve-editor/CurveDirection.tsx";
import { CurveKindMenu } from "../../curve-editor/CurveKindMenu.tsx";
import { CurveText } from "../../curve-editor/CurveText.tsx";
import { DeskContext } from "../../curve-editor/desk/DeskContext.ts";
import { GhostBar } from "../../curve-editor/GhostBar.tsx";
import { CurvePlot } from "../../curve-editor/plot/CurvePlot.tsx";
import { TangleBar } from "../../curve-editor/TangleBar.tsx";
import { useBench } from "../session/BenchContext.ts";
import { CruiseFrames } from "./CruiseFrames.tsx";
import { SpanPanel } from "./SpanPanel.tsx";
import { StockStrip } from "./StockStrip.tsx";
import { useSpan } from "./useSpan.ts";

/** The curve of the selected span, large, with its numbers beside it and the stock under it. */
export function CurvePane(): ReactNode {
  const bench = useBench();
  const span = useSpan();
  if (!span)
    return (
      <section aria-label="Curve" className="flex min-h-0 flex-1 items-center justify-center p-6">
        <div className="max-w-64 text-center">
          <svg viewBox="0 0 120 60" className="mx-auto w-36" aria-hidden="true">
            <path d="M10 50 H110" className="stroke-rule" />
            <path
              d="M14 50 C50 50 44 14 106 14"
              className="fill-none stroke-spruce"
              strokeWidth={2.5}
            />
            <circle cx={14} cy={50} r={4} className="fill-raised stroke-spruce" strokeWidth={2} />
            <circle cx={106} cy={14} r={4} className="fill-raised stroke-spruce" strokeWidth={2} />
          </svg>
          <p className="mt-3 font-medium">Choose a span to shape its curve</p>
          <p className="mt-1 text-muted">
            Click a bar in the timeline, between two keys. A channel needs two keys to move.
          </p>
        </div>
      </section>
    );
  return (
    <DeskContext value={bench.desk}>
      <section aria-label="Curve" className="@container flex min-h-0 flex-1 flex-col">
        <div className="flex min-h-11 shrink-0 flex-wrap items-center gap-1.5 px-3 py-1">
          <h2 className="flex min-w-0 items-baseline gap-2">
            <span className="font-semibold whitespace-nowrap">
              {span.figure.name} · {span.channel.label}
            </span>
            <span
              className="truncate text-[12px] text-muted"
              title={`Span ${span.index + 1} of ${span.track.keys.length - 1} in “${span.tween.name}”`}
            >
              {Math.round(span.next.time - span.key.time)} ms, span {span.index + 1} of{" "}
              {span.track.keys.length - 1} in “{span.tween.name}”
              {span.tween.direction?.endsWith("reverse") ? ", played backwards" : ""}
            </span>
          </h2>
          <span className="ml-auto flex shrink-0 items-center gap-1.5">
            <CurveKindMenu />
            <CurveDirection />
          </span>
        </div>
        <div className="flex min-h-0 flex-1 flex-col @min-[420px]:flex-row">
          <div className="flex min-h-40 min-w-0 flex-1 flex-col">
            <CurvePlot title={`Curve of ${span.figure.name} ${span.channel.label}`} />
            <TangleBar />
            <GhostBar />
            <CurveText>
              <CruiseFrames span={span} />
            </CurveText>
          </div>
          <SpanPanel span={span} />
        </div>
        <StockStrip span={span} />
      </section>
    </DeskContext>
  );
}
