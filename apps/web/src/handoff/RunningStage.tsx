import type { Motion } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { keepPreview } from "../api/previews.ts";
import { Clock } from "../clock/clock.ts";
import { FigureTree } from "../drawing/FigureTree.tsx";
import { ScenePainter } from "../drawing/painter.ts";
import { Segmented } from "../ui/Segmented.tsx";
import { ProofPanel } from "./ProofPanel.tsx";
import { type Proof, prove } from "./proof.ts";
import { Stage } from "./stage.ts";

type Layout = "side by side" | "laid over";
const LAYOUTS: readonly Layout[] = ["side by side", "laid over"];

/**
 * The hand-off itself, running in a frame of its own beside Levitas's scene (or laid over it), under one playhead, and
 * the proof that both show the same.
 */
export function RunningStage({
  label,
  study,
  motion,
  page,
  share,
  isActedOn,
}: {
  label: string;
  study: Study;
  motion: Motion;
  /** The page that plays it; absent while it is written. */
  page: string | undefined;
  /** How much farther off than usual it may be. */
  share: number;
  /** Whether it moves because something is done on it. */
  isActedOn: boolean;
}): ReactNode {
  const [layout, setLayout] = useState<Layout>("side by side");
  const [proof, setProof] = useState<Proof | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState("");
  const stop = useRef<AbortController | null>(null);
  // One is seen; the other is measured meanwhile.
  const seen = useMemo(() => new Stage(), []);
  const measured = useMemo(() => new Stage(), []);
  const painter = useMemo(() => new ScenePainter(), []);
  const clock = useMemo(() => new Clock(), []);
  const time = useRef<HTMLOutputElement>(null);
  const slider = useRef<HTMLInputElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const [playing, setPlaying] = useState(false);

  useEffect(() => {
    const poses = new Float64Array(motion.slotCount);
    clock.setDuration(motion.duration);
    clock.change({ mode: "loop" });
    const draw = () => {
      painter.paint(motion, motion.at(clock.time, poses));
      seen.seek(clock.time);
      if (time.current) time.current.textContent = `${Math.round(clock.time)} ms`;
      if (slider.current) slider.current.value = String(clock.time);
    };
    const stopDrawing = clock.onDraw(draw);
    const stopWatching = clock.onChange(() => setPlaying(clock.playing));
    const listen = (event: MessageEvent) => void (seen.take(event) || measured.take(event));
    addEventListener("message", listen);
    return () => {
      stopDrawing();
      stopWatching();
      removeEventListener("message", listen);
    };
  }, [clock, motion, painter, seen, measured]);
  useEffect(() => () => clock.pause(), [clock]);

  useEffect(() => {
    // What was measured is not of what is written now.
    setProof(null);
    setProgress(null);
    setFault("");
    if (page === undefined) return;
    const abort = new AbortController();
    stop.current = abort;
    const run = async () => {
      const { id } = await keepPreview(page);
      if (abort.signal.aborted) return;
      await Promise.all([seen.load(id), measured.load(id)]);
      if (abort.signal.aborted) return;
      seen.seek(clock.time);
      setProgress(0);
      const plays = isActedOn ? undefined : seen;
      const found = await prove({ measured, plays }, motion, setProgress, abort.signal);
      seen.seek(clock.time);
      if (found) setProof(found);
      if (!abort.signal.aborted || found) setProgress(null);
    };
    run().catch((error: unknown) => {
      if (abort.signal.aborted) return;
      setProgress(null);
      setFault(error instanceof Error ? error.message : String(error));
    });
    return () => abort.abort();
    // `round` asks for another proof of the same.
  }, [page, motion, seen, measured, clock, isActedOn, round]);

  const { width, height } = study.scene;
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const fit = () => {
      const count = layout === "side by side" ? 2 : 1;
      const scale = Math.min(
        (element.clientWidth / count - 6) / width,
        element.clientHeight / height,
      );
      element.style.setProperty("--stage-scale", String(Math.max(scale, 0.01)));
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => observer.disconnect();
  }, [layout, width, height]);

  const size = {
    width: `calc(${width}px * var(--stage-scale))`,
    height: `calc(${height}px * var(--stage-scale))`,
  };
  const inner = { width, height, transform: "scale(var(--stage-scale))" };
  return (
    <>
      <div className="flex h-10.5 shrink-0 items-center gap-2 pt-1">
        <b className="shrink-0 font-semibold">
          The {/[a-z]/.test(label) ? label.toLowerCase() : label} itself, running
        </b>
        <span className="min-w-0 truncate text-[12.5px] text-muted">
          in a frame of its own{isActedOn ? ", the take done on it by pointer and keys" : ""}
        </span>
        <span className="ml-auto shrink-0">
          <Segmented
            label="How both are seen"
            value={layout}
            options={LAYOUTS.map((each) => ({ value: each, text: each }))}
            onChange={setLayout}
          />
        </span>
      </div>
      <div
        ref={box}
        className="relative flex h-[26%] min-h-30 shrink-0 items-center justify-center gap-2.5"
      >
        <figure
          className="relative shrink-0 overflow-hidden rounded-md"
          style={{ ...size, background: study.scene.background }}
        >
          <div
            style={inner}
            className="absolute top-0 left-0 origin-top-left overflow-hidden"
            aria-hidden="true"
            inert
          >
            <FigureTree figures={study.figures} painter={painter} />
          </div>
          <Caption text={layout === "laid over" ? "both" : "Levitas"} />
        </figure>
        {/* The same element in both: a frame that is moved elsewhere begins anew. */}
        <figure
          className={`shrink-0 overflow-hidden rounded-md ${layout === "laid over" ? "absolute top-1/2 left-1/2 -translate-1/2 opacity-50" : "relative"}`}
          style={size}
        >
          <iframe
            ref={seen.hold}
            title={`${label}, running`}
            sandbox="allow-scripts"
            style={inner}
            className="absolute top-0 left-0 origin-top-left border-0"
            tabIndex={-1}
          />
          {layout === "laid over" ? null : <Caption text="the hand-off" />}
        </figure>
      </div>
      <div className="pointer-events-none absolute -left-[9999px] size-px overflow-hidden" inert>
        <iframe
          ref={measured.hold}
          title="The hand-off, measured"
          sandbox="allow-scripts"
          style={{ width, height }}
          tabIndex={-1}
        />
      </div>
      <div className="flex shrink-0 items-center gap-2.5">
        <button
          type="button"
          aria-label={playing ? "Pause" : "Play"}
          onClick={() => clock.toggle()}
          className="size-7 shrink-0 rounded-full bg-marigold text-[11px] text-ink"
        >
          {playing ? "❚❚" : "▶"}
        </button>
        <input
          ref={slider}
          type="range"
          aria-label="Time of both"
          min={0}
          max={motion.duration}
          step="any"
          defaultValue={0}
          onInput={({ currentTarget }) => {
            clock.pause();
            clock.seek(Number(currentTarget.value));
          }}
          className="min-w-0 flex-1 accent-marigold"
        />
        <output ref={time} className="w-18 text-right font-mono text-[12px]">
          0 ms
        </output>
      </div>
      <ProofPanel
        proof={proof}
        progress={progress}
        fault={fault}
        motion={motion}
        share={share}
        again={() => setRound(round + 1)}
        stop={() => {
          stop.current?.abort();
          setProgress(null);
        }}
        goTo={(at) => {
          clock.pause();
          clock.seek(at);
        }}
      />
    </>
  );
}

function Caption({ text }: { text: string }): ReactNode {
  return (
    <figcaption className="absolute bottom-1 left-1.5 rounded-sm bg-paper/80 px-1 text-[11px]">
      {text}
    </figcaption>
  );
}
