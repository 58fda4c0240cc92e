import { NO_LIVE } from "@levitas/core/study";
import type { ReactNode } from "react";
import { useRef } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useStudy } from "../session/BenchContext.ts";
import { useLive, useLiveFrame } from "./LiveContext.ts";

/** The levers that are moved by hand: sliders at the foot of the scene, the scroll position at its side. */
export function LeverStrip(): ReactNode {
  const { levers } = useStudy().live ?? NO_LIVE;
  const sliders = levers.filter(({ of }) => of.kind === "slider");
  const scrolls = levers.filter(({ of }) => of.kind === "scroll");
  return (
    <>
      {sliders.length > 0 ? (
        <div className="absolute bottom-2 left-2.5 flex max-w-[70%] flex-wrap gap-2">
          {sliders.map((lever) => (
            <Hand key={lever.id} id={lever.id} name={lever.name} range={lever.range} />
          ))}
        </div>
      ) : null}
      {scrolls.length > 0 ? (
        <div className="absolute top-10 right-2 bottom-2 flex gap-1">
          {scrolls.map((lever) => (
            <Hand key={lever.id} id={lever.id} name={lever.name} range={lever.range} upright />
          ))}
        </div>
      ) : null}
    </>
  );
}

/** One lever that is moved by hand. It shows where it is in a take as well. */
function Hand({
  id,
  name,
  range: [low, high],
  upright = false,
}: {
  id: string;
  name: string;
  range: readonly [number, number];
  upright?: boolean;
}): ReactNode {
  const session = useLive();
  const input = useRef<HTMLInputElement>(null);
  const words = useRef<HTMLSpanElement>(null);
  useLiveFrame(({ live, time }) => {
    const value = live.leverAt(id, time);
    const text = numberLabel(value, high - low > 20 ? 0 : 2);
    if (words.current && words.current.textContent !== text) words.current.textContent = text;
    const isHeld = document.activeElement === input.current;
    if (input.current && (!isHeld || session.store.getState().take !== null))
      input.current.value = String(value);
  });
  return (
    <label
      className={`flex items-center gap-2 rounded-lg border border-rule bg-raised/95 px-2 py-1 text-[12px] ${upright ? "flex-col" : ""}`}
    >
      <span className="font-medium">{name}</span>
      <input
        ref={input}
        type="range"
        aria-label={name}
        min={low}
        max={high}
        step={(high - low) / 1000}
        defaultValue={low}
        onInput={(event) =>
          session.send(
            { type: "lever", lever: id, value: Number(event.currentTarget.value) },
            event.timeStamp,
          )
        }
        className={`accent-spruce ${upright ? "min-h-24 w-4 flex-1 [direction:ltr] [writing-mode:vertical-lr]" : "w-36"}`}
      />
      <span ref={words} className="w-9 text-end font-mono text-[11px] text-muted" />
    </label>
  );
}
