import type { Change } from "@levitas/core/edit";
import type { Study } from "@levitas/core/study";
import type { ColorChange } from "../../ui/color/ColorPicker.tsx";
import type { Bench } from "./bench.ts";

/** A change of a color that follows the pointer, as one entry of the history. */
export function beginColor(
  bench: Bench,
  edit: (study: Study, color: string) => Change,
  then?: () => void,
): ColorChange {
  const gesture = bench.begin();
  return {
    update: (color) => gesture.update((study) => edit(study, color)),
    end: (cancelled) => {
      if (cancelled) gesture.cancel();
      else gesture.commit();
      then?.();
    },
  };
}
