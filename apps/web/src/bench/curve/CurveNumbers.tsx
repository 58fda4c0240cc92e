import {
  type Curve,
  checkNumber,
  curveKindOf,
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
import { numberLabel } from "../labels.ts";
import { useBench, useFrame } from "../model/BenchContext.ts";
import type { Gesture } from "../model/gesture.ts";
import { handlesOf } from "./handles.ts";
import { type Span, spanIn } from "./useSpan.ts";

type Parameter = ReturnType<typeof curveKindOf>["parameters"][number];

/** The numbers of a curve, from the table of its kind. A line or keyword shows those of its handles. */
export function CurveNumbers({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const editable = handlesOf(span.curve) ?? span.curve;
  const { parameters } = curveKindOf(editable);
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {parameters.map((parameter) => (
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

function CurveNumber({ span, parameter }: { span: Span; parameter: Parameter }): ReactNode {
  const bench = useBench();
  const element = useRef<HTMLElement>(null);
  const { name, label, min, max, step, whole } = parameter;
  const numbersOf = (curve: Curve) => (handlesOf(curve) ?? curve) as Curve & Record<string, number>;
  const valueNow = () => numbersOf((spanIn(bench.shown, bench.selection) ?? span).curve)[name] ?? 0;
  const decimals = whole ? 0 : 2;
  useFrame(() => {
    if (!element.current) return;
    const text = numberLabel(valueNow(), decimals);
    if (element.current.textContent !== text) element.current.textContent = text;
  });
  const withValue = (study: Parameters<typeof setSpanCurve>[0], value: number) => {
    const least = span.curve.kind === "steps" && span.curve.position === "jump-none" ? 2 : min;
    const grain = whole ? 1 : 1000;
    const rounded = whole ? Math.round(value) : Math.round(value * grain) / grain;
    const legal = Math.min(Math.max(rounded, least), max);
    const curve = { ...numbersOf(span.curve), [name]: legal } as Curve;
    return setSpanCurve(study, { keyId: span.key.id, curve });
  };
  return (
    <div className="flex items-center gap-1.5">
      <span className={`text-[12px] text-muted ${whole ? "" : "w-4"}`}>{label}</span>
      <LiveNumber<number, Session>
        label={label}
        hold={(node) => {
          element.current = node;
        }}
        text={() => String(valueNow())}
        read={(typed): Typed<number> => {
          const read = readQuantity(typed, "factor");
          if (!read.ok) return read;
          const faults = checkNumber(read.value, label, { min, max, ...(whole ? { whole } : {}) });
          return faults.length > 0 ? { ok: false, faults } : read;
        }}
        accept={(value) => bench.perform(withValue, value)}
        nudge={(steps) => bench.perform(withValue, valueNow() + steps * step)}
        drag={{
          start: () => ({ gesture: bench.begin(), from: valueNow() }),
          move: ({ gesture, from }, dx, free, x, y) => {
            const value = from + dx * step * (free ? 0.1 : 1) * (whole ? 0.12 : 0.5);
            gesture.update((study) => withValue(study, value));
            showTip(x, y, `${label} ${numberLabel(Math.min(Math.max(value, min), max), decimals)}`);
          },
          end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
        }}
        className="flex-1"
      />
    </div>
  );
}
