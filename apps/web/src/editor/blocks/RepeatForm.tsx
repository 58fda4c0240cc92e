import { setItems } from "@levitas/core/edit";
import type { Group, Tween } from "@levitas/core/study";
import type { ReactNode } from "react";
import { NumberField } from "../../ui/NumberField.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { useBench } from "../session/BenchContext.ts";

const DIRECTIONS = [
  { value: "normal", text: "Normal" },
  { value: "reverse", text: "Reverse" },
  { value: "alternate", text: "Alternate" },
  { value: "alternate-reverse", text: "Alt.-reverse" },
] as const;
const FILLS = [
  { value: "none", text: "None" },
  { value: "forwards", text: "Forwards" },
  { value: "backwards", text: "Backwards" },
  { value: "both", text: "Both" },
] as const;

/** Iterations, direction, pause and fill, as in CSS, of tweens and groups. */
export function RepeatForm({ items }: { items: readonly (Tween | Group)[] }): ReactNode {
  const bench = useBench();
  const [first] = items;
  if (!first) return null;
  const set = (fields: Parameters<typeof setItems>[1]["set"]) =>
    bench.perform(setItems, { ids: items.map(({ id }) => id), set: fields });
  const endless = first.iterations === null;
  return (
    <>
      <label className="flex items-center justify-between gap-2 text-[12.5px]">
        Endless
        <input
          type="checkbox"
          checked={endless}
          onChange={(event) => set({ iterations: event.target.checked ? null : 1 })}
          className="size-4 accent-spruce"
        />
      </label>
      {endless ? null : (
        <NumberField
          label="Iterations"
          value={first.iterations ?? 1}
          min={0}
          max={10_000}
          whole={false}
          onChange={(iterations) => set({ iterations })}
        />
      )}
      <NumberField
        label="Pause between them"
        value={first.pause ?? 0}
        min={0}
        max={3_600_000}
        step={10}
        whole={false}
        unit="ms"
        onChange={(pause) => set({ pause: pause === 0 ? undefined : pause })}
      />
      <h3 className="text-[12.5px] font-medium">Direction</h3>
      <Segmented
        label="Direction"
        value={first.direction ?? "normal"}
        options={DIRECTIONS}
        onChange={(direction) => set({ direction })}
      />
      <h3 className="text-[12.5px] font-medium">Fill</h3>
      <Segmented
        label="Fill"
        value={first.fill ?? "forwards"}
        options={FILLS}
        onChange={(fill) => set({ fill })}
      />
      <p className="text-[12px] leading-snug text-muted">
        Backwards shows its first values before it starts; forwards keeps its last ones.
      </p>
    </>
  );
}
