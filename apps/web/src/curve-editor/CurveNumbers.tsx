import {
  type Curve,
  type CurveParameter,
  checkCurve,
  checkNumber,
  curveKindOf,
  isSpring,
  naturalDuration,
  physicsOf,
  type SpringCurve,
  type SpringFeelCurve,
  STEP_POSITIONS,
  type StepsCurve,
} from "@levitas/core/curve";
import { lazy, type ReactNode, Suspense, useRef } from "react";
import { Button } from "../ui/Button.tsx";
import { showTip } from "../ui/dragTip.tsx";
import { ChevronIcon } from "../ui/icons.tsx";
import { LiveNumber, type Typed } from "../ui/LiveNumber.tsx";
import { Menu } from "../ui/Menu.tsx";
import { say } from "../ui/notices.tsx";
import { Segmented } from "../ui/Segmented.tsx";
import { readCurve } from "./curveReader.ts";
import { useDesk, useDeskCurve, useDeskFrame } from "./desk/DeskContext.ts";
import type { DeskDrag } from "./desk/desk.ts";
import { handlesOf } from "./desk/handles.ts";
import { explainFault } from "./explainFault.ts";
import { parameterText, readParameter, sliderScale } from "./parameterText.ts";

// Only where there is room for them.
const ParameterSlider = lazy(async () => ({
  default: (await import("./ParameterSlider.tsx")).ParameterSlider,
}));

/**
 * The numbers of a curve, from the table of its kind, with `sliders` where there is room. A line or keyword
 * shows those of its handles.
 */
export function CurveNumbers({ sliders = false }: { sliders?: boolean }): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  const editable = handlesOf(curve) ?? curve;
  const { parameters } = curveKindOf(editable);
  return (
    <div className="grid grid-cols-2 gap-1.5 empty:hidden">
      {isSpring(editable) ? <SpringSwitch curve={editable} /> : null}
      {parameters
        .filter(
          ({ name }) =>
            name !== "turn" || ("direction" in editable && editable.direction === "in-out"),
        )
        .map((parameter) => (
          <CurveNumber key={parameter.name} parameter={parameter} slider={sliders} />
        ))}
      {editable.kind === "steps" ? (
        <Menu
          items={STEP_POSITIONS.map((position) => ({
            text: position,
            chosen: position === editable.position,
            onSelect: () => {
              const count = Math.max(editable.count, position === "jump-none" ? 2 : 1);
              const next: StepsCurve = { ...editable, position, count };
              desk.set(next);
            },
          }))}
        >
          <Button
            size="tiny"
            className="col-span-2 justify-between"
            aria-label={`${editable.position}: where it jumps`}
          >
            {editable.position}
            <ChevronIcon size={12} />
          </Button>
        </Menu>
      ) : null}
    </div>
  );
}

/** A spring by feel or by physics: the same spring, described the other way, and what the other half says. */
function SpringSwitch({ curve }: { curve: SpringCurve | SpringFeelCurve }): ReactNode {
  const desk = useDesk();
  const other = useRef<HTMLParagraphElement>(null);
  useDeskFrame("The numbers of the curve", ["numbers", "state"], ({ curve: shown }) => {
    if (!other.current || !isSpring(shown)) return;
    const text = shown.kind === "spring" ? feelText(shown) : physicsText(shown);
    if (other.current.textContent !== text) other.current.textContent = text;
  });
  return (
    <div className="col-span-2 flex flex-col gap-1">
      <Segmented
        label="Describe the spring by"
        value={curve.kind}
        options={[
          { value: "spring-feel", text: "feel" },
          { value: "spring", text: "physics" },
        ]}
        onChange={(kind) => {
          if (kind === curve.kind) return;
          if (kind === "spring") {
            const { stiffness, damping, mass, velocity } = physicsOf(curve);
            desk.set({ kind, stiffness: tidy(stiffness), damping: tidy(damping), mass, velocity });
          } else desk.set(feelOf(curve));
        }}
      />
      <p ref={other} className="font-mono text-[10.5px] leading-snug text-muted" />
    </div>
  );
}

const tidy = (value: number) => Math.round(value * 1e4) / 1e4;

/** A spring described by its readings. Feel knows no push-off and no creeping: the nearest is taken. */
function feelOf(curve: SpringCurve | SpringFeelCurve): SpringFeelCurve {
  const { overshoot, settle } = readCurve(curve);
  const { damping, stiffness, mass, velocity } = physicsOf(curve);
  const ratio = damping / (2 * Math.sqrt(stiffness * mass));
  if (velocity !== 0 || ratio > 1.0001)
    say(
      velocity !== 0
        ? "A spring by feel starts from rest: the push-off was left out."
        : "A spring by feel never creeps: the nearest is one that is damped just enough.",
    );
  const feel: SpringFeelCurve = {
    kind: "spring-feel",
    overshoot: Math.min(Math.round(overshoot * 1000) / 1000, 0.9),
    settle: Math.max(Math.round((settle ?? 1) * naturalTime(curve)), 10),
  };
  return checkCurve(feel, "").length === 0
    ? feel
    : { kind: "spring-feel", overshoot: 0.12, settle: 600 };
}

function naturalTime(curve: SpringCurve | SpringFeelCurve): number {
  return naturalDuration(curve) ?? 0;
}

function feelText(curve: SpringCurve): string {
  const { overshoot, settle } = readCurve(curve);
  return `passes by ${parameterText(PERCENT, overshoot)}, settles in ${Math.round((settle ?? 1) * naturalTime(curve))} ms`;
}

const PERCENT = { unit: "%" } as CurveParameter;

function physicsText(curve: SpringFeelCurve): string {
  const { stiffness, damping } = physicsOf(curve);
  return `stiffness ${stiffness.toFixed(1)}, damping ${damping.toFixed(2)}, mass 1`;
}

interface Session {
  readonly drag: DeskDrag;
  readonly from: number;
}

function CurveNumber({
  parameter,
  slider,
}: {
  parameter: CurveParameter;
  slider: boolean;
}): ReactNode {
  const desk = useDesk();
  const element = useRef<HTMLElement>(null);
  const { name, label, min, max, step, whole } = parameter;
  const numbersOf = (curve: Curve) =>
    (handlesOf(curve) ?? curve) as Curve & Record<string, number | undefined>;
  const valueNow = () => numbersOf(desk.shown)[name] ?? parameter.default;
  const textNow = () => parameterText(parameter, valueNow());
  useDeskFrame("The numbers of the curve", ["numbers", "state"], () => {
    if (element.current && element.current.textContent !== textNow())
      element.current.textContent = textNow();
  });
  /** The curve with this number; two numbers together may still not make a curve. */
  const withValue = (value: number): Curve => {
    const grain = whole ? 1 : 1000;
    const rounded = Math.round(value * grain) / grain;
    const legal = Math.min(Math.max(rounded, min), max);
    return { ...numbersOf(desk.current), [name]: legal } as Curve;
  };
  const isSound = (curve: Curve) => checkCurve(curve, "").length === 0;
  const take = (value: number) => {
    const curve = withValue(value);
    if (isSound(curve)) desk.set(curve);
    else explainFault(curve);
  };
  const wide = slider || parameter.label.length > 2;
  const scale = slider ? sliderScale(parameter) : undefined;
  return (
    <div className={wide ? "col-span-2" : ""}>
      <div className="flex items-center gap-1.5">
        <span className={`text-[12px] text-muted ${wide ? "flex-1" : "w-4"}`}>{label}</span>
        <LiveNumber<number, Session>
          label={label}
          hold={(node) => {
            element.current = node;
          }}
          text={textNow}
          read={(typed, quantity): Typed<number> => {
            const read = readParameter(parameter, typed.replace("−", "-"), quantity);
            if (!read.ok) return read;
            const faults = checkNumber(read.value, label, {
              min,
              max,
              ...(whole ? { whole } : {}),
            });
            if (faults.length > 0) return { ok: false, faults };
            const together = checkCurve(withValue(read.value), label);
            return together.length > 0 ? { ok: false, faults: together } : read;
          }}
          accept={take}
          nudge={(steps) => take(valueNow() + steps * step)}
          drag={{
            start: () => ({ drag: desk.begin(), from: valueNow() }),
            move: ({ drag, from }, dx, free, x, y) => {
              const value = from + dx * step * (free ? 0.1 : 1) * (whole ? 0.12 : 0.5);
              const curve = withValue(value);
              // Past what can be had, the last curve that could stays.
              if (isSound(curve)) drag.update(curve);
              const shown = numbersOf(curve)[name] ?? value;
              showTip(x, y, `${label} ${parameterText(parameter, shown)}`);
            },
            end: ({ drag }, cancelled) => (cancelled ? drag.cancel() : drag.commit()),
          }}
          className={wide ? "w-18" : "flex-1"}
        />
      </div>
      {scale ? (
        <Suspense fallback={<div className="mt-1 h-4" />}>
          <ParameterSlider
            label={label}
            shareNow={() => scale.toShare(valueNow())}
            curveAt={(share) => withValue(scale.toValue(share))}
            isSound={isSound}
          />
        </Suspense>
      ) : null}
    </div>
  );
}
