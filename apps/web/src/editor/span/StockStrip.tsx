import { type Curve, sameCurve } from "@levitas/core/curve";
import { setSpanCurve, setSpanCurves, spansFollowing } from "@levitas/core/edit";
import type { CurveReference } from "@levitas/core/study";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { curveQueries } from "../../api/queries.ts";
import { MiniCurve } from "../../curve-editor/MiniCurve.tsx";
import { STOCK } from "../../curve-editor/stock.ts";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { Segmented } from "../../ui/Segmented.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import type { Span } from "../session/span.ts";

const SHELVES = [
  { value: "stock", text: "Stock" },
  { value: "own", text: "Own" },
  { value: "shared", text: "Shared" },
] as const;
/** Letters that surely fit under a plot. */
const LONG = 12;
type Shelf = (typeof SHELVES)[number]["value"];

interface Offer {
  readonly id: string;
  readonly name: string;
  readonly curve: Curve;
  readonly chosen: boolean;
  readonly take: () => void;
}

/** Curves to choose from, as small plots: the stock, one's own, and those that spans of this study share. */
export function StockStrip({ span }: { span: Span }): ReactNode {
  const [shelf, setShelf] = useState<Shelf>("stock");
  const offers = useOffers(shelf, span);
  const shelfRow = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = shelfRow.current;
    if (!element) return;
    // A wheel turns down; the shelf lies across.
    const wheel = (event: WheelEvent) => {
      if (Math.abs(event.deltaX) >= Math.abs(event.deltaY)) return;
      event.preventDefault();
      element.scrollLeft += event.deltaY;
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => element.removeEventListener("wheel", wheel);
  }, []);
  return (
    <section aria-label="Curves to choose from" className="shrink-0 border-t border-rule">
      <div className="flex flex-wrap items-center @min-[420px]:h-16 @min-[420px]:flex-nowrap">
        <div className="flex shrink-0 items-center pt-1 pl-3 @min-[420px]:pt-0">
          <Segmented label="Shelf" value={shelf} options={SHELVES} onChange={setShelf} />
        </div>
        <div
          ref={shelfRow}
          className="flex h-14 min-w-52 flex-1 items-center gap-0.5 overflow-x-auto px-2 [scrollbar-width:none]"
        >
          {offers.length === 0 ? (
            <p className="p-2 text-[12.5px] leading-snug text-muted">
              {shelf === "own"
                ? "No curves of your own yet. Keep one in the curve room."
                : "No span of this study shares a curve yet. “Keep as shared curve” begins one."}
            </p>
          ) : null}
          {offers.map(({ id, name, curve, chosen, take }) => (
            <button
              key={id}
              type="button"
              aria-pressed={chosen}
              title={name}
              onMouseDown={leaveFocus}
              onClick={take}
              className={`flex h-12 w-17 shrink-0 flex-col items-center rounded-lg border pb-1 ${chosen ? "border-spruce bg-spruce-pale text-spruce" : "border-transparent text-spruce hover:border-edge/50 hover:bg-raised"}`}
            >
              <MiniCurve curve={curve} />
              {/* A clip for each of them would cost every frame; most names fit. */}
              <span
                className={`max-w-full text-[10.5px] leading-none whitespace-nowrap text-ink ${name.length > LONG ? "truncate" : ""}`}
              >
                {name}
              </span>
            </button>
          ))}
        </div>
      </div>
    </section>
  );
}

function useOffers(shelf: Shelf, span: Span): readonly Offer[] {
  const bench = useBench();
  const study = useStudy();
  const own = useQuery({ ...curveQueries.own(), enabled: shelf === "own" });
  const { desk } = bench;
  const chosen = useBenchState(({ selection }) => selection.keys);
  /** With several keys chosen, every span that begins at one of them gets the curve. */
  const give = (curve: Curve | CurveReference, alone: () => void) => {
    if (chosen.length < 2) alone();
    else bench.perform(setSpanCurves, { keyIds: chosen, curve });
  };
  const offer = (id: string, name: string, curve: Curve): Offer => ({
    id,
    name,
    curve,
    chosen: sameCurve(curve, span.curve),
    take: () => give(curve, () => desk.set(curve, [])),
  });
  if (shelf === "stock")
    return STOCK.map(({ id, name, detail, curve }) =>
      offer(id, `${name} ${detail}`.trim().toLowerCase(), curve),
    );
  if (shelf === "own") return (own.data ?? []).map(({ id, name, curve }) => offer(id, name, curve));
  return study.curves.map(({ id, name, curve }) => ({
    id,
    name: `${name} ×${spansFollowing(study, id)}`,
    curve,
    chosen:
      span.key.curve !== undefined && "shared" in span.key.curve && span.key.curve.shared === id,
    take: () =>
      give({ shared: id }, () =>
        bench.perform(setSpanCurve, { keyId: span.key.id, curve: { shared: id } }),
      ),
  }));
}
