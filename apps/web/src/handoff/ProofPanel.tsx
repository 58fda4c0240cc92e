import { type Difference, PROVEN, type Proven, tolerancesWithin } from "@levitas/core/format";
import type { Motion } from "@levitas/core/motion";
import { channelOf } from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../ui/Button.tsx";
import { numberLabel } from "../ui/numberLabel.ts";
import type { Proof } from "./proof.ts";

/** Written upwards: a bound that is said holds. */
const upTo = (size: number, digits: number) =>
  numberLabel(Math.ceil(size * 10 ** digits) / 10 ** digits, digits);

/** A difference with its unit. */
function differenceLabel(what: Proven, size: number): string {
  if (what === "color") return `${upTo(size, 1)}/255`;
  const unit = what === "position" ? "px" : channelOf(what).unit;
  if (unit === "") return upTo(size, 4);
  return `${upTo(size, 3)}${unit === "°" ? "" : " "}${unit}`;
}

/** What was measured of the running hand-off, and only that. */
export function ProofPanel({
  proof,
  progress,
  fault,
  motion,
  share,
  again,
  stop,
  goTo,
}: {
  proof: Proof | null;
  /** The share that is done while it is measured. */
  progress: number | null;
  fault: string;
  motion: Motion;
  /** How much farther off it may be than usual. */
  share: number;
  again: () => void;
  stop: () => void;
  goTo: (time: number) => void;
}): ReactNode {
  const tolerances = tolerancesWithin(share);
  const over = proof ? PROVEN.filter((what) => proof.worst[what].size > tolerances[what]) : [];
  const isProven = proof !== null && over.length === 0 && proof.switches.length === 0;
  const figures = motion.study.figures.length;
  return (
    <section
      aria-label="Proof"
      data-proven={proof ? isProven : undefined}
      className={`shrink-0 rounded-lg border px-3 py-2 ${proof && !isProven ? "border-fault" : "border-spruce/50 bg-spruce-pale/50"}`}
    >
      <div className="flex items-center gap-2">
        <b
          className={`font-semibold ${proof && !isProven ? "text-fault" : "text-spruce"}`}
          role="status"
        >
          {fault
            ? "Not measured"
            : proof
              ? isProven
                ? "✓ Proven in this browser"
                : "Not the same"
              : progress === null
                ? "Not measured yet"
                : "Measuring…"}
        </b>
        <span className="truncate text-[12px] text-muted">
          {fault ||
            (proof
              ? `${proof.moments} moments${proof.frames > 0 ? ", played past its end" : ""}, ${figures} ${figures === 1 ? "figure" : "figures"}, ${numberLabel(proof.took, 1)} s`
              : progress === null
                ? ""
                : `${Math.round(progress * 100)} %`)}
        </span>
        <span className="ml-auto">
          {progress === null ? (
            <Button size="tiny" onClick={again}>
              Prove again
            </Button>
          ) : (
            <Button size="tiny" onClick={stop}>
              Stop
            </Button>
          )}
        </span>
      </div>
      {proof ? (
        <dl className="mt-1 grid grid-cols-[auto_1fr_auto_1fr_auto_1fr] gap-x-3 font-mono text-[11.5px]">
          {PROVEN.map((what) => (
            <Worst
              key={what}
              what={what}
              worst={proof.worst[what]}
              isOver={over.includes(what)}
              goTo={goTo}
            />
          ))}
        </dl>
      ) : null}
      {proof?.switches.slice(0, 3).map((text) => (
        <p key={text} className="text-[12px] text-fault">
          {text}
        </p>
      ))}
    </section>
  );
}

function Worst({
  what,
  worst: { size, figure, time },
  isOver,
  goTo,
}: {
  what: Proven;
  worst: Difference;
  isOver: boolean;
  goTo: (time: number) => void;
}): ReactNode {
  return (
    <>
      <dt className="text-muted">{what}</dt>
      <dd className={isOver ? "text-fault" : ""}>
        {size === 0 ? (
          "0"
        ) : (
          <button
            type="button"
            title={`${figure} at ${Math.round(time)} ms: go there`}
            onClick={() => goTo(time)}
            className="underline decoration-dotted underline-offset-2"
          >
            ≤ {differenceLabel(what, size)}
          </button>
        )}
      </dd>
    </>
  );
}
