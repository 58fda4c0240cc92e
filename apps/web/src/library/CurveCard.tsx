import type { Platform } from "@levitas/core/format";
import { memo, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import type { Clock } from "../clock/clock.ts";
import { compileCurve, readCurve } from "../curve-editor/curveReader.ts";
import { IconButton } from "../ui/Button.tsx";
import { MoreIcon } from "../ui/icons.tsx";
import { Menu } from "../ui/Menu.tsx";
import { writeAttributes } from "../ui/writeAttributes.ts";
import { CARD, cardPlot, STRIP_ENDS, stripTicks, stripX } from "./cardGeometry.ts";
import { playedPart } from "./cycle.ts";
import type { Entry } from "./entries.ts";
import { roomAddress } from "./roomAddress.ts";
import { poseStandIn, type ShowOn } from "./standIn.ts";
import { useEntryMenu } from "./useEntryMenu.tsx";

/** One curve: its plot, its spacing, and what it drives; plays while pointed at or focused, or with all. */
export const CurveCard = memo(function CurveCard({
  entry,
  clock,
  playing,
  showOn,
  letter,
  platform,
  onChoose,
}: {
  entry: Entry;
  clock: Clock;
  playing: boolean;
  showOn: ShowOn;
  /** Its letter in the lineup, if it races. */
  letter: string | undefined;
  platform: Platform | undefined;
  onChoose: (entry: Entry) => void;
}): ReactNode {
  const { curve, name, detail } = entry;
  const [pointed, setPointed] = useState(false);
  const plot = useMemo(() => cardPlot(curve), [curve]);
  const ticks = useMemo(() => stripTicks(curve), [curve]);
  const { feel } = readCurve(curve);
  const dot = useRef<SVGCircleElement>(null);
  const puck = useRef<SVGCircleElement>(null);
  const stand = useRef<SVGGElement>(null);
  const runs = pointed || playing;
  const { items, renameField } = useEntryMenu(entry);

  useEffect(() => {
    const { value } = compileCurve(curve);
    const pose = (p: number) => {
      const v = value(p);
      writeAttributes(dot.current, { cx: plot.x(p).toFixed(2), cy: plot.y(v).toFixed(2) });
      writeAttributes(puck.current, { cx: stripX(v).toFixed(2) });
      if (stand.current) poseStandIn(stand.current, showOn, v);
    };
    // At rest the thing has arrived; what the curve does is in its lines.
    if (!runs) return pose(1);
    const begun = clock.time;
    return clock.onDraw(() => pose(playedPart(playing ? clock.time : clock.time - begun)));
  }, [clock, curve, plot, runs, playing, showOn]);

  return (
    <article
      aria-label={`${name} ${detail}`.trim()}
      className={`group flex min-w-0 flex-col rounded-lg border-[1.5px] bg-raised ${letter ? "border-spruce" : "border-rule hover:border-spruce"}`}
      onPointerEnter={() => setPointed(true)}
      onPointerLeave={() => setPointed(false)}
      onFocus={() => setPointed(true)}
      onBlur={() => setPointed(false)}
    >
      <div className="flex h-8 shrink-0 items-center gap-1.5 pr-1 pl-2.5">
        {renameField ?? (
          <Link
            to={roomAddress(entry)}
            title="Open in the curve room"
            className="min-w-0 truncate rounded-sm font-semibold hover:text-spruce hover:underline"
          >
            {name}
          </Link>
        )}
        {entry.own ? null : (
          <span className="shrink-0 truncate font-mono text-[11px] text-muted">{detail}</span>
        )}
        <Menu align="end" items={items}>
          <IconButton label={`More for ${name} ${detail}`.trim()} size="small" tone="muted">
            <MoreIcon />
          </IconButton>
        </Menu>
        <button
          type="button"
          aria-pressed={letter !== undefined}
          aria-label={`Race ${name} ${detail}`.trim()}
          title={letter ? "Take it out of the lineup" : "Race it in the lineup"}
          onClick={() => onChoose(entry)}
          className={`ml-auto h-6 min-w-6 shrink-0 rounded-md border px-1.5 text-[11.5px] ${letter ? "border-spruce bg-spruce font-semibold text-on-spruce" : "border-edge/50 text-muted hover:border-spruce hover:text-ink"}`}
        >
          {letter ?? "Race"}
        </button>
      </div>
      <button
        type="button"
        tabIndex={-1}
        aria-hidden="true"
        onClick={() => onChoose(entry)}
        className="min-h-0 flex-1"
      >
        <svg
          viewBox={`0 0 ${CARD.width} ${CARD.plot + CARD.strip}`}
          className="size-full"
          preserveAspectRatio="xMidYMid meet"
          aria-hidden="true"
        >
          <path d={plot.square} className="fill-none stroke-rule" />
          <path
            d={plot.diagonal}
            className="stroke-edge"
            strokeDasharray="1 3.5"
            strokeLinecap="round"
          />
          <path
            d={plot.line}
            className={`fill-none ${entry.own ? "stroke-plum" : "stroke-spruce"}`}
            strokeWidth={2}
            strokeLinejoin="round"
          />
          <circle
            ref={dot}
            r={3.6}
            className="fill-marigold"
            visibility={runs ? "visible" : "hidden"}
          />
          <g transform={`translate(0 ${CARD.plot})`}>
            <path d={STRIP_ENDS} className="stroke-rule" />
            <path d={ticks} className="stroke-marigold/70" strokeWidth={1.2} />
            {showOn === "position" ? (
              <circle ref={puck} cy={17} r={6} className="fill-marigold" />
            ) : (
              <g transform={`translate(${CARD.width / 2 - 5} 17)`}>
                <g ref={stand} data-stand="">
                  <rect x={-12} y={-12} width={24} height={24} rx={5} className="fill-marigold" />
                  <rect
                    x={-12}
                    y={-12}
                    width={24}
                    height={24}
                    rx={5}
                    className="fill-spruce opacity-0"
                  />
                </g>
              </g>
            )}
          </g>
        </svg>
      </button>
      <div className="flex h-6.5 shrink-0 flex-wrap items-start gap-x-1 gap-y-2 overflow-hidden px-2">
        {entry.own ? <Tag>own</Tag> : null}
        {feel.map((word) => (
          <Tag key={word}>{word}</Tag>
        ))}
        {platform ? <Tag>{PLATFORM_TAGS[platform]}</Tag> : null}
      </div>
    </article>
  );
});

const PLATFORM_TAGS = { css: "CSS as is", linear: "CSS via points", code: "needs code" } as const;

function Tag({ children }: { children: ReactNode }): ReactNode {
  return (
    <span className="shrink-0 rounded-md bg-sunk px-1.5 py-0.5 text-[11px] leading-tight whitespace-nowrap text-muted">
      {children}
    </span>
  );
}
