import type { Fault } from "@levitas/core/fault";
import { type ReactNode, useRef, useState } from "react";
import { say } from "./notices.tsx";
import { quantityReader, type ReadQuantity } from "./quantity.ts";
import { useDragSession } from "./useDragSession.ts";

/** What a typed text came to. */
export type Typed<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/**
 * A number (or a colour) that is shown by whoever draws, dragged sideways, and typed after a click or
 * Enter. What was typed stays in the field until it can be read.
 */
export function LiveNumber<T, Session>({
  label,
  hold,
  text,
  read,
  accept,
  drag,
  nudge,
  className = "",
}: {
  label: string;
  /** Takes the element that shows the text, for drawing. */
  hold: (element: HTMLElement | null) => void;
  /** The text as it stands now, to begin typing from. */
  text: () => string;
  /** Reads what was typed; `quantity` reads numbers with units and arithmetic. */
  read: (typed: string, quantity: ReadQuantity) => Typed<T>;
  accept: (value: T) => void;
  /** Dragging sideways; absent where it makes no sense. */
  drag?: {
    readonly start: () => Session | undefined;
    readonly move: (session: Session, dx: number, fine: boolean, x: number, y: number) => void;
    readonly end: (session: Session, cancelled: boolean) => void;
  };
  /** One step up or down by the arrow keys. */
  nudge?: (steps: number) => void;
  className?: string;
}): ReactNode {
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const button = useRef<HTMLButtonElement>(null);
  const begin = () => {
    void quantityReader();
    setTyped(text());
  };
  const bind = useDragSession<Session>({
    start: () => drag?.start(),
    move: (session, { dx, free, x, y }) => drag?.move(session, dx, free, x, y),
    end: (session, cancelled) => drag?.end(session, cancelled),
    tap: begin,
  });
  const finish = async (value: string, stay: boolean) => {
    const result = read(value, await quantityReader());
    if (result.ok) {
      setTyped(null);
      setFault(null);
      accept(result.value);
      if (stay) queueMicrotask(() => button.current?.focus());
      return;
    }
    const [first] = result.faults;
    setFault(first ?? null);
    if (first) say(`${label}: ${first.message} ${first.cure}`, { tone: "fault" });
  };
  const shape = `h-6 min-w-0 rounded-md border px-1.5 text-right font-mono text-[11.5px] ${className}`;
  if (typed !== null)
    return (
      <input
        aria-label={label}
        aria-invalid={fault !== null}
        title={fault ? `${fault.message} ${fault.cure}` : undefined}
        // biome-ignore lint/a11y/noAutofocus: the person has just asked to type here
        autoFocus
        value={typed}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => {
          // Leaving a field that was not changed changes nothing; what cannot be read stays.
          if (typed === text()) setTyped(null);
          else void finish(typed, false);
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") void finish(typed, true);
          if (event.key === "Escape") {
            setTyped(null);
            setFault(null);
            queueMicrotask(() => button.current?.focus());
          }
        }}
        className={`${shape} bg-raised ${fault ? "border-fault" : "border-spruce"}`}
      />
    );
  return (
    <button
      ref={(element) => {
        button.current = element;
        hold(element);
        // Whoever draws it draws when it changes; a new element shows what it is now.
        if (element && element.textContent === "") element.textContent = text();
      }}
      type="button"
      aria-label={label}
      // A value that arrows change and that can be typed. Its text is drawn past React, so it is put
      // into words when it is about to be read.
      role="spinbutton"
      onFocus={(event) => event.currentTarget.setAttribute("aria-valuetext", text())}
      title={drag ? `${label}: drag sideways or click to type` : `${label}: click to type`}
      {...bind()}
      onKeyDown={(event) => {
        if (event.key === "Enter") begin();
        const steps = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
        if (steps === 0 || !nudge) return;
        event.preventDefault();
        event.stopPropagation();
        nudge(steps * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1));
      }}
      className={`${shape} touch-none truncate border-edge/40 bg-raised hover:border-spruce ${drag ? "cursor-ew-resize" : ""}`}
    />
  );
}
