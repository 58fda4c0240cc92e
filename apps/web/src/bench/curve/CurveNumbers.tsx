import {
  type Curve,
  type CurveParameter,
  checkCurve,
  checkNumber,
  curveKindOf,
  type Direction,
  STEP_POSITIONS,
  type StepsCurve,
} from "@levitas/core/curve";
import { setSpanCurve } from "@levitas/core/edit";
import { readQuantity } from "@levitas/core/value";
import { type ReactNode, useRef } from "react";
import { Button } from "../../ui/Button.tsx";
import { showTip } from "../../ui/dragTip.tsx";
import { ChevronIcon } from "../../ui/icons.tsx";
import { LiveNumber, type Typed } from "../../ui/LiveNumber.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { numberLabel } from "../labels.ts";
import { useBench, useFrame } from "../model/BenchContext.ts";
import type { Gesture } from "../model/gesture.ts";
import { handlesOf } from "./handles.ts";
import { type Span, spanIn } from "./useSpan.ts";

/** The numbers of a curve, from the table of its kind. A line or keyword shows those of its handles. */
export function CurveNumbers({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const editable = handlesOf(span.curve) ?? span.curve;
  const { parameters, directions } = curveKindOf(editable);
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {directions && "direction" in editable ? (
        <div className="col-span-2">
          <Segmented<Direction>
            label="Direction"
            value={editable.direction}
            options={directions.map((direction) => ({ value: direction, text: direction }))}
            onChange={(direction) => {
              const { turn: _, ...plain } = { turn: undefined, ...editable };
              const curve = direction === "in-out" ? editable : plain;
              bench.perform(setSpanCurve, {
                keyId: span.key.id,
                curve: { ...curve, direction } as Curve,
              });
            }}
          />
        </div>
      ) : null}
      {parameters
        .filter(
          ({ name }) =>
            name !== "turn" || ("direction" in editable && editable.direction === "in-out"),
        )
        .map((parameter) => (
          <CurveNumber key={parameter.name} span={span} parameter={parameter} />
        ))}
      {editable.kind === "steps" ? (
        <Menu
          items={STEP_POSITIONS.map((position) => ({
            text: position,
            chosen: position === editable.position,
            onSelect: () => {
              const count = Math.max(editable.count, position === "jump-none" ? 2 : 1);
              const curve: StepsCurve = { ...editable, position, count };
              bench.perform(setSpanCurve, { keyId: span.key.id, curve });
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

interface Session {
  readonly gesture: Gesture;
  readonly from: number;
}

/** A parameter's value as it is shown and typed: percent for shares, ms for times. */
function parameterText({ unit, whole }: CurveParameter, value: number): string {
  if (unit === "%") return `${numberLabel(value * 100, 0)}%`;
  return unit === "ms" ? `${numberLabel(value, 0)} ms` : numberLabel(value, whole ? 0 : 2);
}

/** Reads what was typed for a parameter; a plain number stands for percent or ms where those are shown. */
function readParameter(parameter: CurveParameter, typed: string): Typed<number> {
  if (parameter.unit === "ms") return readQuantity(typed, "time");
  const read = readQuantity(typed, "factor");
  if (!read.ok || parameter.unit !== "%" || typed.includes("%")) return read;
  return { ok: true, value: read.value / 100 };
}

function CurveNumber({ span, parameter }: { span: Span; parameter: CurveParameter }): ReactNode {
  const bench = useBench();
  const element = useRef<HTMLElement>(null);
  const { name, label, min, max, step, whole } = parameter;
  const numbersOf = (curve: Curve) =>
    (handlesOf(curve) ?? curve) as Curve & Record<string, number | undefined>;
  const valueNow = () =>
    numbersOf((spanIn(bench.shown, bench.selection) ?? span).curve)[name] ?? parameter.default;
  const textNow = () => parameterText(parameter, valueNow());
  useFrame(() => {
    if (element.current && element.current.textContent !== textNow())
      element.current.textContent = textNow();
  });
  /** The curve with this number; two numbers together may still not make a curve. */
  const withValue = (value: number): Curve => {
    const grain = whole ? 1 : 1000;
    const rounded = Math.round(value * grain) / grain;
    const legal = Math.min(Math.max(rounded, min), max);
    return { ...numbersOf(span.curve), [name]: legal } as Curve;
  };
  const isSound = (curve: Curve) => checkCurve(curve, "").length === 0;
  const take = (value: number) => {
    const curve = withValue(value);
    if (isSound(curve)) bench.perform(setSpanCurve, { keyId: span.key.id, curve });
  };
  const wide = parameter.label.length > 2;
  return (
    <div className={`flex items-center gap-1.5 ${wide ? "col-span-2" : ""}`}>
      <span className={`text-[12px] text-muted ${wide ? "flex-1" : "w-4"}`}>{label}</span>
      <LiveNumber<number, Session>
        label={label}
        hold={(node) => {
          element.current = node;
        }}
        text={textNow}
        read={(typed): Typed<number> => {
          const read = readParameter(parameter, typed.replace("−", "-"));
          if (!read.ok) return read;
          const faults = checkNumber(read.value, label, { min, max, ...(whole ? { whole } : {}) });
          if (faults.length > 0) return { ok: false, faults };
          const together = checkCurve(withValue(read.value), label);
          return together.length > 0 ? { ok: false, faults: together } : read;
        }}
        accept={take}
        nudge={(steps) => take(valueNow() + steps * step)}
        drag={{
          start: () => ({ gesture: bench.begin(), from: valueNow() }),
          move: ({ gesture, from }, dx, free, x, y) => {
            const value = from + dx * step * (free ? 0.1 : 1) * (whole ? 0.12 : 0.5);
            const curve = withValue(value);
            // Past what can be had, the last curve that could stays.
            if (isSound(curve))
              gesture.update((study) => setSpanCurve(study, { keyId: span.key.id, curve }));
            const shown = numbersOf(curve)[name] ?? value;
            showTip(x, y, `${label} ${parameterText(parameter, shown)}`);
          },
          end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
        }}
        className={wide ? "w-18" : "flex-1"}
      />
    </div>
  );
}
