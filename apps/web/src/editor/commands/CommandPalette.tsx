import { Dialog } from "radix-ui";
import { type ReactNode, useId, useState } from "react";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { runCommand } from "./command.ts";
import { findOffers, type Offer, offersOf } from "./palette.ts";

/** How many lines are shown at once; typing narrows them. */
const SHOWN = 60;

/** Type what you want: commands with their shortcuts, figures, markers and curves to go to. */
export function CommandPalette({ close }: { readonly close: () => void }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const id = useId();
  const found = findOffers(offersOf(study), typed).slice(0, SHOWN);
  const take = (offer: Offer | undefined) => {
    if (!offer) return;
    if (offer.command) {
      // It stays open where it cannot be done: the reason stands beside it.
      if (offer.command.why?.(bench) !== undefined) return;
      close();
      runCommand(offer.command, bench);
    } else {
      close();
      offer.go?.(bench);
    }
  };
  return (
    // Not modal for Radix: what that puts on the body is a style our policy forbids. The ground below takes the clicks.
    <Dialog.Root modal={false} open onOpenChange={(open) => open || close()}>
      <Dialog.Portal>
        <div aria-hidden className="fixed inset-0 z-50 bg-ink/15" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[14vh] left-1/2 z-50 flex max-h-[66vh] w-[min(560px,92vw)] -translate-x-1/2 flex-col overflow-hidden rounded-xl border border-edge/50 bg-raised outline-none"
        >
          <Dialog.Title className="sr-only">Commands</Dialog.Title>
          <input
            role="combobox"
            aria-label="What do you want to do?"
            aria-expanded
            aria-controls={`${id}-list`}
            aria-activedescendant={found[at] ? `${id}-${at}` : undefined}
            placeholder="What do you want to do, or where to?"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
              setAt(0);
            }}
            onKeyDown={(event) => {
              if (event.key !== "Escape") event.stopPropagation();
              const way = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
              if (way !== 0) {
                event.preventDefault();
                setAt((now) => (now + way + found.length) % Math.max(found.length, 1));
              }
              if (event.key === "Enter") {
                event.preventDefault();
                take(found[at]);
              }
            }}
            className="h-12 shrink-0 border-b border-rule bg-transparent px-4 text-[15px] outline-none placeholder:text-muted"
          />
          <div
            id={`${id}-list`}
            role="listbox"
            aria-label="Commands"
            className="overflow-y-auto p-1.5"
          >
            {found.map((offer, i) => (
              <Line
                key={offer.id}
                id={`${id}-${i}`}
                offer={offer}
                why={offer.command?.why?.(bench)}
                active={i === at}
                point={() => setAt(i)}
                take={() => take(offer)}
              />
            ))}
            {found.length === 0 ? (
              <p className="p-3 text-muted">Nothing is called that. Try another word.</p>
            ) : null}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Line({
  id,
  offer,
  why,
  active,
  point,
  take,
}: {
  readonly id: string;
  readonly offer: Offer;
  readonly why: string | undefined;
  readonly active: boolean;
  readonly point: () => void;
  readonly take: () => void;
}): ReactNode {
  return (
    // The keyboard stays in the field above, which says which line is meant.
    // biome-ignore lint/a11y/useKeyWithClickEvents: see above
    // biome-ignore lint/a11y/useFocusableInteractive: see above
    <div
      id={id}
      role="option"
      aria-selected={active}
      aria-disabled={why !== undefined}
      ref={(element) => {
        if (active) element?.scrollIntoView({ block: "nearest" });
      }}
      onPointerMove={point}
      onClick={take}
      className={`flex cursor-pointer items-baseline gap-3 rounded-lg px-3 py-1.5 ${active ? "bg-spruce-pale" : ""} ${why ? "cursor-default" : ""}`}
    >
      <span className={`min-w-0 truncate ${why ? "text-muted" : ""}`}>{offer.text}</span>
      <span className="min-w-0 flex-1 truncate text-[12px] text-muted">{why ?? offer.kind}</span>
      <span className="shrink-0 font-mono text-[11px] text-muted">{offer.keys}</span>
    </div>
  );
}
