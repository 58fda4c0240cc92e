import { lazy, type ReactNode, type Ref, Suspense } from "react";
import { Panel } from "../Panel.tsx";
import type { ColorChange } from "./ColorPicker.tsx";

const ColorPicker = lazy(async () => ({
  default: (await import("./ColorPicker.tsx")).ColorPicker,
}));

/** A patch of a color; a click opens the picker. */
export function ColorSwatch({
  label,
  color,
  scene,
  begin,
  take,
  look,
  hold,
}: {
  readonly label: string;
  /** The color to begin with, asked when the picker opens. */
  readonly color: () => string;
  readonly scene: () => readonly string[];
  readonly begin: () => ColorChange;
  readonly take: (color: string) => void;
  /** The color it shows, where React shows it. */
  readonly look?: string;
  /** Takes the patch, for whoever draws its color. */
  readonly hold?: Ref<HTMLButtonElement>;
}): ReactNode {
  return (
    <Panel
      name={label}
      trigger={
        <button
          ref={hold as Ref<Element & HTMLButtonElement>}
          type="button"
          aria-label={label}
          title={`${label}: click to choose a color`}
          className="size-5 shrink-0 rounded-[5px] border border-edge/50 hover:border-spruce"
          {...(look === undefined ? {} : { style: { background: look } })}
        />
      }
      place={{ align: "end" }}
      className="w-64 gap-2.5 p-3"
    >
      {() => (
        <Suspense fallback={<div className="h-64" />}>
          <ColorPicker color={color()} scene={scene()} begin={begin} take={take} />
        </Suspense>
      )}
    </Panel>
  );
}
