import { lazy, type ReactNode, Suspense, useEffect, useRef, useState } from "react";
import { STOCK } from "../../curve-editor/stock.ts";
import { Segmented } from "../../ui/Segmented.tsx";
import type { Span } from "../session/span.ts";
import { Offers, useOffer } from "./offers.tsx";

const SHELVES = [
  { value: "stock", text: "Stock" },
  { value: "own", text: "Own" },
  { value: "shared", text: "Shared" },
] as const;
type Shelf = (typeof SHELVES)[number]["value"];

const OtherShelf = lazy(async () => ({ default: (await import("./OtherShelf.tsx")).OtherShelf }));

/** Curves to choose from, as small plots: the stock, one's own, and those that spans of this study share. */
export function StockStrip({ span }: { span: Span }): ReactNode {
  const [shelf, setShelf] = useState<Shelf>("stock");
  const offer = useOffer(span);
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
          {shelf === "stock" ? (
            <Offers
              offers={STOCK.map(({ id, name, detail, curve }) =>
                offer(id, `${name} ${detail}`.trim().toLowerCase(), curve),
              )}
            />
          ) : (
            <Suspense fallback={null}>
              <OtherShelf shelf={shelf} span={span} />
            </Suspense>
          )}
        </div>
      </div>
    </section>
  );
}
