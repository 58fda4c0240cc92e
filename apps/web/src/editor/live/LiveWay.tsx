import { isSpring } from "@levitas/core/curve";
import { keepResponse } from "@levitas/core/edit";
import { type LiveSlot, slotOwner } from "@levitas/core/live";
import { type LiveResponse, MID_FLIGHTS, NO_LIVE } from "@levitas/core/study";
import { ANGLE_ROUTES } from "@levitas/core/value";
import { type ReactNode, useMemo, useRef } from "react";
import { CurveDirection } from "../../curve-editor/CurveDirection.tsx";
import { CurveKindMenu } from "../../curve-editor/CurveKindMenu.tsx";
import { CurveNumbers } from "../../curve-editor/CurveNumbers.tsx";
import { CurveText } from "../../curve-editor/CurveText.tsx";
import { DeskContext, useDesk, useDeskFrame } from "../../curve-editor/desk/DeskContext.ts";
import { CurvePlot } from "../../curve-editor/plot/CurvePlot.tsx";
import { Choice } from "../../ui/Choice.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { Segmented } from "../../ui/Segmented.tsx";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { ROUTE_WORDS } from "../words/routeWords.ts";
import { useLive, useLiveState } from "./LiveContext.ts";
import { lengthOf, useHowDesk } from "./useHowDesk.ts";
import { LiveWords, MID_FLIGHT_WORDS } from "./words.ts";

const SPRING = { kind: "spring-feel", overshoot: 0.12, settle: 600 } as const;
const CURVE = { kind: "cubic-bezier", x1: 0.3, y1: 0, x2: 0.1, y2: 1 } as const;

/** How the chosen response gets there: its curve or spring, and what happens in mid-flight. */
export function LiveWay(): ReactNode {
  const study = useStudy();
  const id = useLiveState((state) => state.response);
  const response = (study.live ?? NO_LIVE).responses.find((each) => each.id === id);
  if (!response)
    return (
      <section aria-label="Way" className="flex min-h-0 flex-1 items-center justify-center p-6">
        <p className="max-w-64 text-center text-muted">
          Choose an answer to shape how it gets there: a curve with a duration, or a spring.
        </p>
      </section>
    );
  return <Way key={response.id} response={response} />;
}

function Way({ response }: { response: LiveResponse }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const desk = useHowDesk(response.id);
  const words = useMemo(() => new LiveWords(study), [study]);
  const { how, midFlight } = response;
  const set = (more: Partial<LiveResponse>) =>
    bench.perform(keepResponse, { ...response, ...more });
  const setHow = (more: Partial<LiveResponse["how"]>) => set({ how: { ...how, ...more } });
  const goesByPhysics = "kind" in how.curve && isSpring(how.curve);
  return (
    <DeskContext value={desk}>
      <section aria-label="Way" className="@container flex min-h-0 flex-1 flex-col">
        <div className="flex min-h-11 shrink-0 flex-wrap items-center gap-1.5 px-3 py-1">
          <h2 className="flex min-w-0 items-baseline gap-2">
            <span className="font-semibold whitespace-nowrap">How it gets there</span>
            <span className="truncate text-[12px] text-muted">{words.whole(response)}</span>
          </h2>
          <span className="ml-auto flex shrink-0 items-center gap-1.5">
            <Segmented
              label="By a curve or a spring"
              value={goesByPhysics ? "spring" : "curve"}
              options={[
                { value: "curve", text: "a curve" },
                { value: "spring", text: "a spring" },
              ]}
              onChange={(kind) => setHow({ curve: kind === "spring" ? SPRING : CURVE })}
            />
            {goesByPhysics ? null : (
              <>
                <CurveKindMenu />
                <CurveDirection />
              </>
            )}
          </span>
        </div>
        <div className="flex min-h-0 flex-1 flex-col @min-[420px]:flex-row">
          <div className="relative flex min-h-32 min-w-0 flex-1 flex-col">
            <CurvePlot title={`Way of ${words.whole(response)}`} />
            <InterruptedWay response={response} />
          </div>
          <div className="flex min-h-0 shrink flex-col gap-2 overflow-y-auto px-3 pt-1 pb-2 @min-[420px]:w-52 @min-[420px]:shrink-0 @min-[420px]:pl-0">
            <CurveNumbers />
            {goesByPhysics ? null : (
              <>
                <NumberField
                  label="Duration"
                  value={how.duration}
                  min={0}
                  max={60_000}
                  step={10}
                  unit="ms"
                  onChange={(duration) => setHow({ duration })}
                />
                <span className="flex">
                  <Choice
                    label="How the duration grows"
                    text={GROWS_WORDS[how.grows ?? "fixed"]}
                    items={(["fixed", "distance", "root"] as const).map((grows) => ({
                      text: GROWS_WORDS[grows],
                      chosen: grows === (how.grows ?? "fixed"),
                      onSelect: () => setHow({ grows }),
                    }))}
                  />
                </span>
                {how.grows && how.grows !== "fixed" ? (
                  <NumberField
                    label="As given for"
                    value={how.reach ?? 100}
                    min={0.001}
                    max={1_000_000}
                    step={10}
                    whole={false}
                    unit="px, °"
                    onChange={(reach) => setHow({ reach })}
                  />
                ) : null}
              </>
            )}
            <hr className="border-rule" />
            <span className="text-[12px] text-muted">If asked again on its way</span>
            <span className="flex">
              <Choice
                label="In mid-flight"
                text={MID_FLIGHT_WORDS[midFlight]}
                items={MID_FLIGHTS.map((each) => ({
                  text: MID_FLIGHT_WORDS[each],
                  chosen: each === midFlight,
                  onSelect: () => set({ midFlight: each }),
                }))}
              />
            </span>
            <span className="text-[12px] text-muted">Angles go</span>
            <span className="flex">
              <Choice
                label="Route of angles"
                text={ROUTE_WORDS[how.route ?? "shorter"]}
                items={ANGLE_ROUTES.map((route) => ({
                  text: ROUTE_WORDS[route],
                  chosen: route === (how.route ?? "shorter"),
                  onSelect: () => setHow({ route }),
                }))}
              />
            </span>
          </div>
        </div>
        <CurveText />
      </section>
    </DeskContext>
  );
}

const GROWS_WORDS = {
  fixed: "always as long",
  distance: "longer for a longer way",
  root: "a little longer for a longer way",
} as const;

const SAMPLES = 80;
/** Two interruptions within this are drawn as one, ms. */
const SOON = 50;

/** The unit of a channel's speed. */
function unitOf(owner: LiveSlot | undefined): string {
  const unit = owner?.channel.unit ?? "";
  return unit === "" ? " a second" : unit === "°" ? "°/s" : ` ${unit}/s`;
}

/** The way that the last interruption took, in plum over the curve, with the speed it began with. */
function InterruptedWay({ response }: { response: LiveResponse }): ReactNode {
  const desk = useDesk();
  const session = useLive();
  const study = useStudy();
  const path = useRef<SVGPathElement>(null);
  const words = useRef<HTMLParagraphElement>(null);
  const drawn = useRef<unknown[]>([]);
  const drawnAt = useRef(0);
  useDeskFrame("The way of the interruption", ["time", "plot", "curve", "state"], () => {
    const { live } = session.current;
    const begun = session.lastAnswer(
      ({ response: id, channels }) =>
        id === response.id && channels.some(({ interrupted }) => interrupted),
    );
    const state = [begun, desk.plot.version, live];
    if (state.every((value, i) => value === drawn.current[i])) return;
    // In a storm of presses each is an interruption: nobody reads sixty ways a second.
    const now = performance.now();
    if (now - drawnAt.current < SOON && drawn.current[2] === live) return;
    drawnAt.current = now;
    drawn.current = state;
    const channel = begun?.channels.find(
      ({ interrupted, from, target }) => interrupted && from !== target,
    );
    if (!begun || !channel) {
      writeAttributes(path.current, { d: "" });
      if (words.current) words.current.textContent = "";
      return;
    }
    const [piece] = live.pieces(channel.slot, begun.time, begun.time + 1e-9);
    const length = Math.max(lengthOf(study, response), 1);
    const points = Array.from({ length: SAMPLES + 1 }, (_, i) => {
      const p = i / SAMPLES;
      const t = begun.time + p * length;
      // As it would have gone on, also where it was interrupted itself.
      const value = piece ? piece.value(t, 0) : channel.target;
      const progress = (value - channel.from) / (channel.target - channel.from);
      return `${desk.plot.toX(p).toFixed(1)} ${desk.plot.toY(progress).toFixed(1)}`;
    });
    writeAttributes(path.current, { d: `M${points.join("L")}` });
    if (words.current)
      words.current.textContent = `begun with the speed it had: ${numberLabel(channel.before, 0)}${unitOf(slotOwner(live, channel.slot))}`;
  });
  return (
    <>
      <svg aria-hidden="true" className="pointer-events-none absolute inset-0 size-full">
        <path
          ref={path}
          className="fill-none"
          stroke="var(--hue-plum)"
          strokeWidth={1.8}
          strokeDasharray="5 4"
        />
      </svg>
      <p
        ref={words}
        className="pointer-events-none absolute top-1 right-2 text-[11px] text-[var(--hue-plum)]"
      />
    </>
  );
}
