import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from "react";

/**
 * A bar of fields and buttons in one line. What does not fit is counted at its end, where a press opens the bar to as
 * many lines as it takes, over what lies above it; Escape, or a press elsewhere, closes it again.
 */
export function OverflowBar({
  label,
  children,
}: {
  readonly label: string;
  readonly children: ReactNode;
}): ReactNode {
  const bar = useRef<HTMLElement>(null);
  const row = useRef<HTMLDivElement>(null);
  const [hidden, setHidden] = useState(0);
  const [open, setOpen] = useState(false);
  useLayoutEffect(() => {
    const element = row.current;
    if (!element) return;
    const count = () => {
      // Opened, everything is in sight: what was counted stays, to close it again.
      if (element.dataset.open === "true") return;
      element.scrollLeft = 0;
      const room = element.clientWidth;
      const items = [...element.children] as HTMLElement[];
      setHidden(items.filter((each) => each.offsetLeft + each.offsetWidth > room + 1).length);
    };
    count();
    const resized = new ResizeObserver(count);
    resized.observe(element);
    const changed = new MutationObserver(count);
    changed.observe(element, { childList: true, subtree: true, characterData: true });
    return () => {
      resized.disconnect();
      changed.disconnect();
    };
  }, []);
  useEffect(() => {
    if (!open) return;
    const close = (event: Event) => {
      const target = event.target as Element;
      // A form that one of its buttons opened belongs to it.
      const isInside = bar.current?.contains(target) || target.closest?.("[role=dialog]");
      if (event.type === "keydown" ? (event as KeyboardEvent).key === "Escape" : !isInside)
        setOpen(false);
    };
    document.addEventListener("pointerdown", close);
    document.addEventListener("keydown", close);
    return () => {
      document.removeEventListener("pointerdown", close);
      document.removeEventListener("keydown", close);
    };
  }, [open]);
  return (
    <section
      ref={bar}
      aria-label={label}
      className="relative flex h-10 shrink-0 items-center border-t border-rule bg-paper"
    >
      {/* biome-ignore lint/a11y/noStaticElementInteractions: it only hears that something in it got the focus */}
      <div
        ref={row}
        data-open={open}
        onFocus={({ target }) => {
          const { current } = row;
          // Reached by the keyboard, what is hidden comes into sight.
          if (current && !open && current.scrollLeft > 0 && current.contains(target)) setOpen(true);
        }}
        className={
          open
            ? "absolute inset-x-0 bottom-0 z-20 flex flex-wrap items-center gap-1 border-t border-rule bg-paper py-1.5 pr-20 pl-2 [&>*]:shrink-0"
            : "relative flex min-w-0 flex-1 items-center gap-1 overflow-hidden pl-2 [&>*]:shrink-0"
        }
      >
        {children}
      </div>
      {hidden > 0 || open ? (
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="absolute right-1.5 bottom-2 z-20 h-6 shrink-0 rounded-md border border-edge/40 bg-raised px-1.5 text-[12px] hover:border-spruce"
        >
          {open ? "Less" : `${hidden} more`}
        </button>
      ) : null}
      {hidden > 0 && !open ? <span aria-hidden className="w-18 shrink-0" /> : null}
    </section>
  );
}
