import { useEffect, useRef, useState } from "react";
import { type ActiveDrag, beginDrag, dragIsOver } from "./activeDrag.ts";

/** What a slider changes from when it is pressed until it is let go. */
export interface SliderChange {
  /** @param at the slider's value */
  readonly follow: (at: number) => void;
  readonly end: (cancelled: boolean) => void;
}

/** Settings of a slider (Radix) that is one drag with one end, and the value that it leads with while it is dragged. */
export interface SliderDrag {
  /** The slider's value while it is dragged; null where it follows what is kept. */
  readonly led: number | null;
  readonly slider: {
    readonly onPointerDown: () => void;
    readonly onPointerCancel: () => void;
    readonly onValueChange: (value: number[]) => void;
    readonly onValueCommit: (value: number[]) => void;
  };
}

interface Held extends ActiveDrag {
  readonly change: SliderChange;
}

/**
 * A slider as a drag like all others: Escape, a cancelled pointer and a panel that closes take it back, and what is
 * dragged next ends it. A step by keyboard is a drag that is over at once.
 */
export function useSliderDrag(begin: () => SliderChange): SliderDrag {
  const [led, setLed] = useState<number | null>(null);
  const held = useRef<Held | undefined>(undefined);
  /** Taken back while the pointer is still down: what it says until it is pressed again does nothing. */
  const isTakenBack = useRef(false);
  const ended = useRef<number | null>(null);
  const end = (cancelled: boolean) => {
    const drag = held.current;
    if (!drag) return;
    held.current = undefined;
    dragIsOver(drag);
    drag.change.end(cancelled);
    setLed(null);
  };
  const latest = useRef(end);
  latest.current = end;
  useEffect(() => () => latest.current(true), []);
  const follow = (at: number) => {
    if (!held.current) {
      const drag: Held = {
        change: begin(),
        end: (cancelled) => {
          isTakenBack.current = true;
          latest.current(cancelled);
        },
      };
      beginDrag(drag);
      held.current = drag;
    }
    setLed(at);
    held.current.change.follow(at);
  };
  return {
    led,
    slider: {
      onPointerDown: () => {
        isTakenBack.current = false;
      },
      onPointerCancel: () => end(true),
      onValueChange: ([at = 0]) => {
        // A key is told as an end first, and as a change after it.
        if (at !== ended.current && !isTakenBack.current) follow(at);
        ended.current = null;
      },
      onValueCommit: ([at = 0]) => {
        if (!isTakenBack.current) {
          follow(at);
          ended.current = at;
          end(false);
        }
        isTakenBack.current = false;
      },
    },
  };
}
