import { type Begun, readAnswer, slotOwner } from "@levitas/core/live";
import { type ReactNode, useEffect, useLayoutEffect, useMemo, useRef } from "react";
import { onTheme } from "../../theme/theme.ts";
import { Button } from "../../ui/Button.tsx";
import { canvasOf } from "../../ui/canvasOf.ts";
import { Menu } from "../../ui/Menu.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useStudy } from "../session/BenchContext.ts";
import { paintMarks } from "../tracks/paintMarks.ts";
import { useLive, useLiveFrame, useLiveState } from "./LiveContext.ts";
import type { LiveSession } from "./liveSession.ts";
import { TRACE_INKS, traceMarks } from "./traceMarks.ts";
import { LiveWords } from "./words.ts";

/** How much of the past a trace shows, ms. */
const PAST = 6000;
const FAMILY = '"Hanken Grotesk Variable", sans-serif';

/** The slots that are traced: those that were chosen, or what moved last. */
function tracedSlots(session: LiveSession): readonly number[] {
  const { traced } = session.store.getState();
  const { live } = session.current;
  if (traced) return traced.filter((slot) => live.slots.includes(slot));
  const last = session.lastAnswer()?.channels.filter(({ count }) => count === 1) ?? [];
  const rotate = last.find(({ slot }) => slotOwner(live, slot)?.channel.id === "rotate");
  const first = rotate ?? last[0];
  return first ? [first.slot] : live.slots.slice(0, 1);
}

/** Value and speed of chosen channels over the last seconds, with what was pressed. */
export function Trace(): ReactNode {
  const session = useLive();
  const study = useStudy();
  const words = useMemo(() => new LiveWords(study), [study]);
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const size = useRef({ width: 0, height: 0 });
  useLiveState((state) => state.answered);
  useLiveState((state) => state.traced);
  const redraw = useLiveFrame((frame) => {
    const { width, height } = size.current;
    if (!canvas.current || width === 0) return;
    const context = canvasOf(canvas.current, width, height);
    if (!context) return;
    const take = study.live?.takes.find(({ id }) => id === session.store.getState().take);
    const to = take ? take.duration : Math.max(frame.time, PAST);
    const from = take ? 0 : Math.max(to - PAST, 0);
    const slots = tracedSlots(session);
    const view = { width, height, from, to, slots, entries: session.entries(from) };
    paintMarks(context, traceMarks(frame, view, words), FAMILY);
  }, true);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const fit = () => {
      size.current = { width: element.clientWidth, height: element.clientHeight };
      redraw();
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => observer.disconnect();
  }, [redraw]);
  useEffect(() => onTheme(redraw), [redraw]);
  const { live } = session.current;
  const slots = tracedSlots(session);
  const others = live.slots.flatMap((slot) => {
    const owner = slotOwner(live, slot);
    return owner && owner.channel.kind !== "color" ? [{ slot, owner }] : [];
  });
  return (
    <section aria-label="Trace" className="flex min-h-40 flex-1 flex-col border-t border-rule">
      <header className="flex min-h-9 flex-wrap items-center gap-1.5 px-3.5 pt-1.5 text-[12.5px]">
        <h3 className="text-[13.5px] font-semibold">Trace</h3>
        {slots.map((slot, i) => {
          const owner = slotOwner(live, slot);
          return owner ? (
            <span key={slot} className="flex items-center gap-1 text-muted">
              <span
                aria-hidden
                className="h-0.5 w-3"
                style={{ background: `var(--${TRACE_INKS[i % TRACE_INKS.length]})` }}
              />
              {words.slot(owner)}
            </span>
          ) : null;
        })}
        <span className="ml-auto" />
        {others.length > 0 ? (
          <Menu
            align="end"
            items={[
              {
                text: "What moved last",
                chosen: session.store.getState().traced === null,
                onSelect: () => session.store.setState({ traced: null }),
              },
              ...others.map(({ slot, owner }) => ({
                text: words.slot(owner),
                chosen: slots.includes(slot),
                onSelect: () =>
                  session.store.setState({
                    traced: slots.includes(slot)
                      ? slots.filter((each) => each !== slot)
                      : [...slots, slot].slice(-4),
                  }),
              })),
            ]}
          >
            <Button size="tiny">+ channel</Button>
          </Menu>
        ) : null}
      </header>
      <div ref={box} className="relative min-h-0 flex-1">
        <canvas
          ref={canvas}
          role="img"
          aria-label="Value and speed over the last seconds"
          className="absolute inset-0 size-full"
        />
        {live.slots.length === 0 ? (
          <p className="absolute inset-0 flex items-center justify-center px-6 text-center text-muted">
            Press on the scene: what moves is drawn here, value over speed.
          </p>
        ) : null}
      </div>
      <Readings words={words} />
    </section>
  );
}

/** What is measured of the last answer. */
function Readings({ words }: { words: LiveWords }): ReactNode {
  const session = useLive();
  const shown = useRef<HTMLParagraphElement>(null);
  const said = useRef<{ begun?: Begun | undefined; isOver?: boolean | undefined }>({});
  useLiveFrame(({ live, time }) => {
    const begun = session.lastAnswer();
    const isOver = begun && (time >= begun.arrives || !live.isMoving(time));
    // Measured when it is over: each new text costs a layout.
    if (!shown.current || (said.current.begun === begun && said.current.isOver === isOver)) return;
    said.current = { begun, isOver };
    shown.current.textContent = begun ? readingsText(session, words) : "";
  }, true);
  return (
    <p
      ref={shown}
      role="status"
      aria-label="Readings of the last answer"
      className="min-h-6 truncate px-3.5 pb-1 font-mono text-[11px] text-muted"
    />
  );
}

function readingsText(session: LiveSession, words: LiveWords): string {
  const begun = session.lastAnswer();
  if (!begun) return "";
  const { live, time } = session.current;
  const { arrivedAfter, overshoot, jump, answeredAfter } = readAnswer(live, begun, time);
  const parts = [
    arrivedAfter === null
      ? time < begun.arrives
        ? "on its way"
        : "interrupted"
      : `arrived after ${numberLabel(arrivedAfter, 0)} ms`,
    `overshoot ${numberLabel(overshoot * 100, 1)} %`,
    ...(jump === null
      ? []
      : [
          jump.size === 0
            ? "no jump in speed"
            : `speed jumped by ${numberLabel(jump.size, 0)} (${words.slot(jump.channel)})`,
        ]),
    ...(answeredAfter === null ? [] : [`seen after ${numberLabel(answeredAfter, 0)} ms`]),
  ];
  return parts.join(" · ");
}
