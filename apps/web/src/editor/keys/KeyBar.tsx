import { chosenKeys, moveKeys, setKeyValues, stretchOf } from "@levitas/core/edit";
import { channelOf, quantityOf } from "@levitas/core/study";
import { isColor } from "@levitas/core/value";
import { lazy, type ReactNode, Suspense, useMemo } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { OverflowBar } from "../../ui/OverflowBar.tsx";
import { CommandButton } from "../commands/CommandButton.tsx";
import { SaveRecipe } from "../recipes/SaveRecipe.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { PastePanel } from "./PastePanel.tsx";
import { TypedField } from "./TypedField.tsx";

const PathButton = lazy(async () => ({ default: (await import("./PathButton.tsx")).PathButton }));

/** At the foot of the timeline: when and what the chosen keys are, and all that can be done with them. */
export function KeyBar(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const selection = useBenchState((state) => state.selection);
  const unit = useBenchState((state) => state.timeUnit);
  const { keys } = selection;
  const chosen = useMemo(() => chosenKeys(study, keys), [study, keys]);
  const own = chosen.filter(({ key }) => keys.includes(key.id));
  const [first] = own;
  const stretch = stretchOf(study, keys);
  const { frameRate } = study.scene;
  const values = [...new Set(own.map(({ key }) => JSON.stringify(key.value)))];
  const kinds = [...new Set(own.map(({ track }) => channelOf(track.channel).kind))];
  const channel = first && channelOf(first.track.channel);
  const oneKind = kinds.length === 1 && channel !== undefined;
  const value = values.length === 1 ? first?.key.value : undefined;
  const { figure } = selection;
  const { motion } = bench;
  /** The chosen figure moves across and down: what can be joined to a path. */
  const moves =
    figure !== null &&
    (["x", "y"] as const).every((axis) => motion.drivenAt(motion.figureIndex(figure), axis));
  /** Keys that begin a span: what curves are given to. */
  const any = keys.length > 0;
  const setTime = (time: number) =>
    stretch && bench.perform(moveKeys, { keyIds: keys, time: time - stretch.from });
  const valueText =
    value === undefined
      ? ""
      : typeof value === "number"
        ? numberLabel(value, channel?.decimals ?? 2)
        : typeof value === "string"
          ? value
          : "as found";
  return (
    <OverflowBar label="Chosen keys">
      <TypedField
        key={`time ${keys.join()}`}
        label="Time of the chosen keys"
        disabled={!any}
        text={stretch ? timeText(stretch.from, unit, frameRate) : ""}
        hint={unit === "frames" ? "f" : unit}
        read={(typed, quantity) =>
          quantity.time(typed, { unit, frameRate, from: stretch?.from ?? 0 })
        }
        accept={setTime}
      />
      <TypedField<number | string>
        key={`value ${keys.join()}`}
        label="Value of the chosen keys"
        disabled={!any || !oneKind}
        text={valueText}
        placeholder={values.length > 1 ? "several" : ""}
        hint={channel?.unit ?? ""}
        wide
        read={(typed, quantity) => {
          if (channel?.kind === "color")
            return isColor(typed.trim())
              ? { ok: true, value: typed.trim() }
              : {
                  ok: false,
                  faults: [
                    {
                      code: "not-a-color",
                      path: "",
                      message: `“${typed}” is not a color.`,
                      cure: "Type a CSS color, such as #1B6B5A.",
                    },
                  ],
                };
          const read = quantity(typed, channel ? quantityOf(channel) : "factor");
          return read.ok && channel?.kind === "switch"
            ? { ok: true, value: read.value >= 0.5 ? 1 : 0 }
            : read;
        }}
        accept={(next) => {
          bench.perform((from, to: number | string) => setValues(from, keys, to), next);
        }}
      />
      <span className="mx-1 h-5 w-px shrink-0 bg-rule" />
      <CommandButton id="smooth" text="Smooth" />
      <CommandButton id="flat" text="Flat" />
      <CommandButton id="match" text="Match" />
      <CommandButton id="hold" text="Hold" />
      <span className="mx-1 h-5 w-px shrink-0 bg-rule" />
      <CommandButton id="copy" text="Copy" />
      <PastePanel />
      <CommandButton id="repeat" text="Repeat" />
      <SaveRecipe />
      <CommandButton id="delete" text="Delete" />
      {moves ? (
        <Suspense fallback={null}>
          <span className="mx-1 h-5 w-px shrink-0 bg-rule" />
          <PathButton />
        </Suspense>
      ) : null}
    </OverflowBar>
  );
}

function setValues(
  study: Parameters<typeof setKeyValues>[0],
  keyIds: readonly string[],
  value: number | string,
): ReturnType<typeof setKeyValues> {
  const kind = typeof value === "number" ? "number" : "color";
  const ids = chosenKeys(study, keyIds)
    .filter(({ key, track }) => {
      const own = channelOf(track.channel).kind;
      return keyIds.includes(key.id) && (own === "color") === (kind === "color");
    })
    .map(({ key }) => key.id);
  return setKeyValues(study, { keyIds: ids, value });
}

function timeText(time: number, unit: "ms" | "s" | "frames", frameRate: number): string {
  if (unit === "frames") return numberLabel((time * frameRate) / 1000, 0);
  return unit === "s" ? numberLabel(time / 1000, 3) : numberLabel(time, 0);
}
