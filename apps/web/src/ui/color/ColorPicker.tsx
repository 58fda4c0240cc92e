import { isColor, printHsv, readHsv } from "@levitas/core/value";
import { Slider } from "radix-ui";
import { type ReactNode, useState } from "react";
import { Button } from "../Button.tsx";
import { say } from "../notices.tsx";
import { useDragSession } from "../useDragSession.ts";
import { type SliderChange, type SliderDrag, useSliderDrag } from "../useSliderDrag.ts";
import { useTyped } from "../useTyped.ts";
import { lastColors, noteColor } from "./lastColors.ts";

/** A color that is being chosen: shown while something is dragged, kept when that ends. */
export interface ColorChange {
  readonly update: (color: string) => void;
  readonly end: (cancelled: boolean) => void;
}

/** The browser's own, where it has one. */
interface EyeDropper {
  open(): Promise<{ readonly sRGBHex: string }>;
}
const eyeDropper = (): EyeDropper | undefined => {
  const Found = (globalThis as { EyeDropper?: new () => EyeDropper }).EyeDropper;
  return Found && new Found();
};

const FALLBACK = { hue: 0, saturation: 0, value: 0.5, alpha: 1 };

/**
 * A color by its area of saturation and brightness, sliders of hue and alpha, as text, from the colors of the scene and
 * those chosen last, or from the screen.
 */
export function ColorPicker({
  color,
  scene,
  begin,
  take,
}: {
  /** As it is kept. */
  readonly color: string;
  /** The colors that are used already. */
  readonly scene: readonly string[];
  /** Begins a change that follows the pointer. */
  readonly begin: () => ColorChange;
  /** Takes a color at once. */
  readonly take: (color: string) => void;
}): ReactNode {
  /** What is chosen while it is dragged; hue and saturation would be lost in black and gray. */
  const [held, setHeld] = useState(() => readHsv(color) ?? FALLBACK);
  const kept = readHsv(color);
  const hsv = printHsv(held) === (kept && printHsv(kept)) || !kept ? held : kept;
  const [change, setChange] = useState<ColorChange | null>(null);
  const shown = change ? held : hsv;
  const choose = (text: string) => {
    setHeld(readHsv(text) ?? FALLBACK);
    noteColor(text);
    take(text);
  };
  const area = useDragSession<{ readonly change: ColorChange; readonly box: DOMRect }>({
    start: (_, target) => {
      const begun = begin();
      setHeld(hsv);
      setChange(begun);
      return { change: begun, box: target.getBoundingClientRect() };
    },
    move: ({ change: begun, box }, { x, y }) => {
      const part = (at: number, from: number, size: number) =>
        Math.min(Math.max((at - from) / size, 0), 1);
      const next = {
        ...shown,
        saturation: part(x, box.left, box.width),
        value: 1 - part(y, box.top, box.height),
      };
      setHeld(next);
      begun.update(printHsv(next));
    },
    end: ({ change: begun }, cancelled) => {
      begun.end(cancelled);
      setChange(null);
      if (cancelled) setHeld(hsv);
      else noteColor(printHsv(held));
    },
    tap: ({ x, y }, target) => {
      const box = target.getBoundingClientRect();
      choose(
        printHsv({
          ...shown,
          saturation: Math.min(Math.max((x - box.left) / box.width, 0), 1),
          value: 1 - Math.min(Math.max((y - box.top) / box.height, 0), 1),
        }),
      );
    },
  });
  const part = (name: "hue" | "alpha", most: number) => (): SliderChange => {
    const begun = begin();
    const before = hsv;
    setChange(begun);
    return {
      follow: (at) => {
        const next = { ...before, [name]: at / most };
        setHeld(next);
        begun.update(printHsv(next));
      },
      end: (cancelled) => {
        begun.end(cancelled);
        if (cancelled) setHeld(before);
        setChange(null);
      },
    };
  };
  const hue = useSliderDrag(part("hue", 1));
  const opacity = useSliderDrag(part("alpha", 100));
  const pure = printHsv({ hue: shown.hue, saturation: 1, value: 1, alpha: 1 });
  const opaque = printHsv({ ...shown, alpha: 1 });
  const { input: text } = useTyped(change ? printHsv(shown) : color, (value) => {
    if (isColor(value.trim())) return choose(value.trim());
    say(`“${value}” is not a color. Type a CSS color, such as #1B6B5A.`, { tone: "fault" });
    return false;
  });
  return (
    <>
      <div
        {...area()}
        role="slider"
        tabIndex={0}
        aria-label="Saturation and brightness"
        aria-valuenow={Math.round(shown.saturation * 100)}
        aria-valuetext={`saturation ${Math.round(shown.saturation * 100)} %, brightness ${Math.round(shown.value * 100)} %`}
        onKeyDown={(event) => {
          const right = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
          const up = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
          if (right === 0 && up === 0) return;
          event.preventDefault();
          event.stopPropagation();
          const by = event.shiftKey ? 0.1 : 0.01;
          const limit = (part: number) => Math.min(Math.max(part, 0), 1);
          const next = {
            ...shown,
            saturation: limit(shown.saturation + right * by),
            value: limit(shown.value + up * by),
          };
          setHeld(next);
          take(printHsv(next));
        }}
        className="relative h-36 w-full cursor-crosshair touch-none rounded-md border border-edge/40"
        style={{
          background: `linear-gradient(to top, #000, transparent), linear-gradient(to right, #fff, ${pure})`,
        }}
      >
        <span
          aria-hidden
          className="pointer-events-none absolute size-3.5 -translate-x-1/2 translate-y-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_rgb(0_0_0/0.6)]"
          style={{ left: `${shown.saturation * 100}%`, bottom: `${shown.value * 100}%` }}
        />
      </div>
      <Bar
        label="Hue"
        max={360}
        background="linear-gradient(to right, #f00, #ff0, #0f0, #0ff, #00f, #f0f, #f00)"
        at={hue.led ?? Math.round(shown.hue)}
        slider={hue.slider}
      />
      <Bar
        label="Opacity"
        max={100}
        background={`linear-gradient(to right, transparent, ${opaque})`}
        at={opacity.led ?? Math.round(shown.alpha * 100)}
        slider={opacity.slider}
      />
      <div className="flex items-center gap-1.5">
        <span
          aria-hidden
          className="size-7 shrink-0 rounded-md border border-edge/40"
          style={{ background: printHsv(shown) }}
        />
        <input
          {...text}
          aria-label="Color as text"
          spellCheck={false}
          className="h-7 min-w-0 flex-1 rounded-md border border-edge/40 bg-paper px-2 font-mono text-[11.5px] focus:border-spruce"
        />
        {"EyeDropper" in globalThis ? (
          <Button
            size="tiny"
            title="Take a color from the screen"
            onClick={() =>
              eyeDropper()
                ?.open()
                // Escape ends it without a color.
                .then(
                  ({ sRGBHex }) => choose(sRGBHex.toUpperCase()),
                  () => undefined,
                )
            }
          >
            From screen
          </Button>
        ) : null}
      </div>
      <Swatches name="Of the scene" colors={scene} take={choose} />
      <Swatches name="Chosen last" colors={lastColors()} take={choose} />
    </>
  );
}

function Bar({
  label,
  max,
  background,
  at,
  slider,
}: {
  readonly label: string;
  readonly max: number;
  readonly background: string;
  readonly at: number;
  readonly slider: SliderDrag["slider"];
}): ReactNode {
  return (
    <Slider.Root
      {...slider}
      value={[at]}
      max={max}
      className="relative flex h-4 touch-none items-center select-none"
    >
      <Slider.Track
        className="relative h-2.5 grow rounded-full border border-edge/40"
        style={{ background }}
      />
      <Slider.Thumb
        aria-label={label}
        className="block h-4 w-2.5 cursor-ew-resize rounded-[4px] border-2 border-spruce bg-raised"
      />
    </Slider.Root>
  );
}

function Swatches({
  name,
  colors,
  take,
}: {
  readonly name: string;
  readonly colors: readonly string[];
  readonly take: (color: string) => void;
}): ReactNode {
  if (colors.length === 0) return null;
  return (
    // biome-ignore lint/a11y/useSemanticElements: buttons, not a form
    <div role="group" aria-label={name}>
      <p className="mb-1 text-[11.5px] text-muted">{name}</p>
      <div className="flex flex-wrap gap-1">
        {colors.map((color) => (
          <button
            key={color}
            type="button"
            title={color}
            aria-label={color}
            onClick={() => take(color)}
            className="size-5 rounded-[5px] border border-edge/50 hover:border-ink"
            style={{ background: color }}
          />
        ))}
      </div>
    </div>
  );
}
