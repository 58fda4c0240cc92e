import { setValueAt } from "@levitas/core/edit";
import { type Motion, nearestFrame } from "@levitas/core/motion";
import { type ChannelDefinition, type Figure, quantityOf } from "@levitas/core/study";
import { isColor, printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { type ReactNode, useRef } from "react";
import { ColorSwatch } from "../../ui/color/ColorSwatch.tsx";
import { showTip } from "../../ui/dragTip.tsx";
import { LiveNumber, type Typed } from "../../ui/LiveNumber.tsx";
import { say } from "../../ui/notices.tsx";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";
import { keyTolerance } from "../session/changes.ts";
import { beginColor } from "../session/colorGesture.ts";
import type { Gesture } from "../session/gesture.ts";
import { sceneColors } from "../session/sceneColors.ts";
import { spanInto } from "../session/spanInto.ts";
import { valueLabel } from "../words/labels.ts";

interface Session {
  readonly gesture: Gesture;
  /** The motion as it was at the start of the drag, which every step of it is measured against. */
  readonly motion: Motion;
  readonly from: number;
  readonly time: number;
  readonly keyId: string;
  readonly tweenId: string;
}

/** The value of a channel at the playhead: typed or dragged, it sets the key there. */
export function ValueAtPlayhead({
  figure,
  channel,
}: {
  figure: Figure;
  channel: ChannelDefinition;
}): ReactNode {
  const bench = useBench();
  const element = useRef<HTMLElement>(null);
  const swatch = useRef<HTMLButtonElement>(null);
  const shown = useRef("");
  useFrame("The value at playhead", ["numbers"], ({ motion, poses }) => {
    const index = motion.figureIndex(figure.id);
    if (!element.current || index < 0) return;
    const slot = motion.slot(index, channel.id);
    const text =
      channel.kind === "color"
        ? printHexColor(poses, slot)
        : valueLabel(channel, poses[slot] as number);
    // Writing the same text again would still cost a layout.
    if (text !== shown.current || element.current.textContent === "")
      element.current.textContent = text;
    if (swatch.current) swatch.current.style.background = text;
    shown.current = text;
  });

  /** The time a key would be set at: the playhead, on its frame. */
  const keyTime = () => nearestFrame(bench.clock.time, bench.study.scene.frameRate);
  const valueNow = () =>
    bench.motion.valueAt(bench.motion.figureIndex(figure.id), channel.id, bench.clock.time);
  const edit = (
    study: Parameters<typeof setValueAt>[0],
    value: number | string,
    { motion, time, keyId, tweenId }: Pick<Session, "motion" | "time" | "keyId" | "tweenId">,
  ) =>
    setValueAt(study, motion, {
      figureId: figure.id,
      channel: channel.id,
      time,
      value,
      keyId,
      tweenId,
      tolerance: keyTolerance(study),
    });
  const newKey = () => ({
    motion: bench.motion,
    time: keyTime(),
    keyId: nanoid(8),
    tweenId: nanoid(8),
  });
  /** Says that a key was set, and selects the span that leads to it, so that its curve can be shaped at once. */
  const noteKey = (keyId: string) => {
    const into = spanInto(bench.study, keyId);
    if (!into) return;
    bench.select({ figure: figure.id, channel: channel.id, span: into.span, keys: [keyId] });
    say(`Set a key at ${Math.round(keyTime())} ms.`);
  };

  const takeValue = (value: number | string) => {
    bench.clock.pause();
    const key = newKey();
    bench.perform((study, wanted: number | string) => edit(study, wanted, key), value);
    noteKey(key.keyId);
  };
  /** The color at the playhead, as text. */
  const colorNow = () => {
    const { motion } = bench;
    const poses = motion.at(bench.clock.time, new Float64Array(motion.slotCount));
    return printHexColor(poses, motion.slot(motion.figureIndex(figure.id), channel.id));
  };
  // The picker shows what is kept, and is drawn anew when that changes.
  useStudy();
  const number = (
    <LiveNumber<number | string, Session>
      label={`${figure.name} ${channel.label}`}
      hold={(node) => {
        element.current = node;
      }}
      text={() => shown.current}
      read={(typed, quantity): Typed<number | string> => {
        if (channel.kind !== "color") return quantity(typed, quantityOf(channel));
        if (isColor(typed.trim())) return { ok: true, value: typed.trim() };
        const fault = {
          code: "not-a-color",
          path: "",
          message: `“${typed}” is not a color.`,
          cure: "Type a CSS color, such as #1B6B5A.",
        };
        return { ok: false, faults: [fault] };
      }}
      accept={takeValue}
      {...(channel.kind === "color"
        ? {}
        : {
            nudge: (steps: number) =>
              bench.perform(
                (study, value: number | string) => edit(study, value, newKey()),
                valueNow() + steps * channel.drag,
              ),
            drag: {
              start: (): Session => {
                bench.clock.pause();
                return { gesture: bench.begin(), from: valueNow(), ...newKey() };
              },
              move: (session: Session, dx: number, free: boolean, x: number, y: number) => {
                const raw = session.from + dx * channel.drag * (free ? 0.1 : 1);
                const grid = channel.drag * (free ? 0.1 : 1);
                const value = Math.round(raw / grid) * grid;
                session.gesture.update((study) => edit(study, value, session));
                showTip(x, y, `${channel.label} ${valueLabel(channel, value)}`);
              },
              end: ({ gesture, keyId }: Session, cancelled: boolean) => {
                if (cancelled) gesture.cancel();
                else gesture.commit();
                noteKey(keyId);
              },
            },
          })}
      className={
        channel.kind === "color"
          ? "w-20 shrink-0 [contain:size_layout]"
          : "w-24 shrink-0 [contain:size_layout]"
      }
    />
  );
  if (channel.kind !== "color") return number;
  return (
    <span className="flex shrink-0 items-center gap-1">
      <ColorSwatch
        label={`Color of ${figure.name} at the playhead`}
        hold={swatch}
        color={colorNow}
        scene={() => sceneColors(bench.study)}
        begin={() => {
          bench.clock.pause();
          const key = newKey();
          return beginColor(
            bench,
            (study, color) => edit(study, color, key),
            () => noteKey(key.keyId),
          );
        }}
        take={takeValue}
      />
      {number}
    </span>
  );
}
