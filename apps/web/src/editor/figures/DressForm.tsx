import { setHue, setLook, setPivot, setRest } from "@levitas/core/edit";
import { readSvgIcon } from "@levitas/core/format";
import { FIGURE_HUES, type Figure, type FigureLook } from "@levitas/core/study";
import { isColor } from "@levitas/core/value";
import { type ReactNode, useState } from "react";
import { HUE } from "../../theme/hues.ts";
import { Button } from "../../ui/Button.tsx";
import { ColorSwatch } from "../../ui/color/ColorSwatch.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useBench } from "../session/BenchContext.ts";
import { beginColor } from "../session/colorGesture.ts";
import { sceneColors } from "../session/sceneColors.ts";

const FIELD =
  "h-7 w-full rounded-md border border-edge/40 bg-paper px-2 text-[13px] focus:border-spruce";

/** The fields of a figure's dress: its words, colors, mark and pivot. Not drawn, chosen. */
export function DressForm({ figure }: { figure: Figure }): ReactNode {
  const bench = useBench();
  const { look } = figure;
  const dress = (part: Partial<FigureLook>) =>
    bench.perform(setLook, { figureId: figure.id, look: part });
  const rest = (channel: "x" | "y" | "width" | "height" | "corner", value: number) =>
    bench.perform(setRest, { figureId: figure.id, channel, value });
  const restNumber = (channel: "x" | "y" | "width" | "height" | "corner") =>
    Math.round(
      Number(figure.rest[channel] ?? (channel === "width" || channel === "height" ? 100 : 0)) * 10,
    ) / 10;
  const setColor = (value: string) =>
    bench.perform(setRest, { figureId: figure.id, channel: "color", value });
  return (
    <>
      <h2 className="font-semibold">Appearance of {figure.name}</h2>
      <Words figure={figure} dress={dress} />
      {figure.kind === "card" ? <BackFace look={look} dress={dress} /> : null}
      {figure.kind === "icon" ? <IconSource dress={dress} /> : null}
      {figure.kind !== "group" ? (
        <div className="flex items-end gap-2">
          <div className="min-w-0 flex-1">
            <TextLine
              label="Base color"
              value={String(figure.rest.color ?? "#3F5E8C")}
              take={(text) => {
                if (isColor(text)) setColor(text);
                else
                  say(`“${text}” is not a color. Type a CSS color, such as #1B6B5A.`, {
                    tone: "fault",
                  });
              }}
            />
          </div>
          <span className="pb-0.5">
            <ColorSwatch
              label={`Base color of ${figure.name}`}
              look={String(figure.rest.color ?? "#3F5E8C")}
              color={() => String(figure.rest.color ?? "#3F5E8C")}
              scene={() => sceneColors(bench.study)}
              begin={() =>
                beginColor(bench, (study, value) =>
                  setRest(study, { figureId: figure.id, channel: "color", value }),
                )
              }
              take={setColor}
            />
          </span>
        </div>
      ) : null}
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {(["x", "y", "width", "height", "corner"] as const).map((channel) => (
          <NumberField
            key={channel}
            label={channel}
            value={restNumber(channel)}
            min={channel === "x" || channel === "y" ? -100_000 : 0}
            max={100_000}
            whole={false}
            onChange={(value) => rest(channel, value)}
          />
        ))}
      </div>
      <fieldset>
        <legend className="mb-1 text-muted">Pivot</legend>
        <div className="grid w-21 grid-cols-3 gap-1">
          {[0, 0.5, 1].flatMap((y) =>
            [0, 0.5, 1].map((x) => {
              const here = figure.pivot.x === x && figure.pivot.y === y;
              return (
                <button
                  key={`${x} ${y}`}
                  type="button"
                  aria-pressed={here}
                  aria-label={`Pivot ${["top", "middle", "bottom"][y * 2]} ${["left", "middle", "right"][x * 2]}`}
                  onClick={() => bench.perform(setPivot, { figureId: figure.id, pivot: { x, y } })}
                  className={`size-6 rounded-md border ${here ? "border-marigold-ink bg-marigold" : "border-edge/40 hover:border-spruce"}`}
                />
              );
            }),
          )}
        </div>
      </fieldset>
      <fieldset>
        <legend className="mb-1 text-muted">Color in the timeline</legend>
        <div className="flex gap-1.5">
          {FIGURE_HUES.map((hue) => (
            <button
              key={hue}
              type="button"
              aria-pressed={figure.hue === hue}
              aria-label={hue}
              onClick={() => bench.perform(setHue, { figureId: figure.id, hue })}
              className={`size-6 rounded-md ${HUE[hue].fill} ${figure.hue === hue ? "outline-2 outline-offset-2 outline-ink" : ""}`}
            />
          ))}
        </div>
      </fieldset>
    </>
  );
}

type Dress = (part: Partial<FigureLook>) => void;

function Words({ figure: { kind, look }, dress }: { figure: Figure; dress: Dress }): ReactNode {
  if (kind === "card")
    return (
      <>
        <TextLine label="Band" value={look.heading ?? ""} take={(heading) => dress({ heading })} />
        <TextLine label="Title" value={look.title ?? ""} take={(title) => dress({ title })} />
        <TextLine label="Detail" value={look.detail ?? ""} take={(detail) => dress({ detail })} />
        <Check label="Bar code" on={look.code === true} set={(code) => dress({ code })} />
      </>
    );
  if (kind === "label" || kind === "chip")
    return (
      <>
        <TextLine label="Text" value={look.text ?? ""} take={(text) => dress({ text })} />
        <NumberField
          label="Size"
          value={look.size ?? 16}
          min={4}
          max={400}
          onChange={(size) => dress({ size })}
        />
        <NumberField
          label="Weight"
          value={look.weight ?? 500}
          min={100}
          max={900}
          step={100}
          onChange={(weight) => dress({ weight })}
        />
      </>
    );
  if (kind === "dial" && !look.needle)
    return (
      <>
        <NumberField
          label="Ticks"
          value={look.ticks ?? 12}
          min={0}
          max={120}
          onChange={(ticks) => dress({ ticks })}
        />
        <TextLine
          label="Words around it, with commas between"
          value={(look.labels ?? []).join(", ")}
          take={(text) =>
            dress({
              labels: text
                .split(",")
                .map((word) => word.trim())
                .filter(Boolean)
                .slice(0, 60),
            })
          }
        />
      </>
    );
  if (kind === "block")
    return (
      <Check
        label="Shows what is inside only within its box"
        on={look.hidesOverflow === true}
        set={(hidesOverflow) => dress({ hidesOverflow })}
      />
    );
  return null;
}

function BackFace({ look, dress }: { look: FigureLook; dress: Dress }): ReactNode {
  const { back } = look;
  return (
    <>
      <Check
        label="Has a back, seen when it turns over"
        on={back !== undefined}
        set={(on) =>
          dress({
            back: on ? { heading: "Saltmarsh Ferries", title: "Fair winds" } : undefined,
          } as Partial<FigureLook>)
        }
      />
      {back ? (
        <>
          <TextLine
            label="Band of the back"
            value={back.heading ?? ""}
            take={(heading) => dress({ back: { ...back, heading } })}
          />
          <TextLine
            label="Title of the back"
            value={back.title ?? ""}
            take={(title) => dress({ back: { ...back, title } })}
          />
          <TextLine
            label="Detail of the back"
            value={back.detail ?? ""}
            take={(detail) => dress({ back: { ...back, detail } })}
          />
        </>
      ) : null}
    </>
  );
}

function IconSource({ dress }: { dress: Dress }): ReactNode {
  const [typed, setTyped] = useState("");
  const take = (text: string) => {
    const read = readSvgIcon(text);
    if (!read.ok) {
      const [fault] = read.faults;
      say(`${fault?.message} ${fault?.cure}`, { tone: "fault" });
      return;
    }
    dress(read.value);
    setTyped("");
    const count = read.value.shapes.length;
    say(`Took ${count} ${count === 1 ? "shape" : "shapes"} from the SVG.`);
  };
  return (
    <div className="flex flex-col gap-1">
      <label className="flex flex-col gap-1">
        <span className="text-muted">SVG of the icon: paste it, or choose a file</span>
        <textarea
          value={typed}
          rows={3}
          spellCheck={false}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key !== "Escape" && event.stopPropagation()}
          className="rounded-md border border-edge/40 bg-paper p-1.5 font-mono text-[11px] focus:border-spruce"
        />
      </label>
      <div className="flex gap-1.5">
        <Button size="tiny" disabled={typed.trim() === ""} onClick={() => take(typed)}>
          Take this SVG
        </Button>
        <label className="inline-flex h-6 cursor-pointer items-center rounded-lg border border-edge/50 bg-raised px-1.5 text-[12px] focus-within:border-spruce hover:border-spruce">
          Choose a file
          <input
            type="file"
            accept=".svg,image/svg+xml"
            className="sr-only"
            onChange={async (event) => {
              const file = event.target.files?.[0];
              if (file) take(await file.text());
            }}
          />
        </label>
      </div>
    </div>
  );
}

function Check({
  label,
  on,
  set,
}: {
  label: string;
  on: boolean;
  set: (on: boolean) => void;
}): ReactNode {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} />
      {label}
    </label>
  );
}

function TextLine({
  label,
  ...field
}: {
  label: string;
  value: string;
  take: (text: string) => void;
}): ReactNode {
  return (
    <label className="flex flex-col gap-0.5">
      <span className="text-muted">{label}</span>
      <TextField {...field} className={FIELD} />
    </label>
  );
}
