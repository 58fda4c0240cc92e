import { type Curve, curveKindOf, printCurve } from "@levitas/core/curve";
import { type Converted, DEFAULT_CONVERSION, PLATFORMS } from "@levitas/core/format";
import { type ReactNode, useState } from "react";
import { curveRange } from "../../curve-editor/curveReader.ts";
import { useDeskCurve } from "../../curve-editor/desk/DeskContext.ts";
import { isTangled } from "../../curve-editor/desk/desk.ts";
import { Button } from "../../ui/Button.tsx";
import { copyText } from "../../ui/copyText.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { Segmented } from "../../ui/Segmented.tsx";
import { type Asked, useConversions } from "./useConversions.ts";

const TOLERANCES = [
  { value: "0.02", text: "2 %" },
  { value: "0.005", text: "0.5 %" },
  { value: "0.001", text: "0.1 %" },
] as const;

/** Every text form of the curve, ready to copy, with how far it is from the curve. */
export function TextForms(): ReactNode {
  const curve = useDeskCurve();
  const [tolerance, setTolerance] = useState<(typeof TOLERANCES)[number]["value"]>("0.005");
  const asked = formsOf(curve, Number(tolerance));
  const tangled = isTangled(curve);
  const { results, progress, stop } = useConversions(tangled ? null : curve, asked);
  if (tangled)
    return (
      <section aria-label="Text forms" className="border-t border-rule pt-3">
        <h3 className="text-[12.5px] font-semibold">As text</h3>
        <p className="mt-1 text-[12.5px] text-muted">
          A path that runs back in time has no text to copy. Untangle it first.
        </p>
      </section>
    );
  const stops = results.get("linear")?.stops;
  return (
    <section aria-label="Text forms" className="border-t border-rule pt-3">
      <div className="flex items-center gap-2">
        <h3 className="flex-1 text-[12.5px] font-semibold">As text</h3>
        <Segmented
          label="Tolerance"
          value={tolerance}
          options={TOLERANCES}
          onChange={setTolerance}
        />
      </div>
      <Runs curve={curve} stops={stops} />
      <Form title="Levitas" text={printCurve(curve)} note="the curve itself" />
      {asked.map(({ key, title, note }) => {
        const result = results.get(key);
        return (
          <Form
            key={key}
            title={title}
            text={result?.text}
            note={
              result
                ? `${errorNote(result)}${note ? `, ${note(result)}` : ""}`
                : progress < 1
                  ? "working…"
                  : "stopped"
            }
          />
        );
      })}
      <div className="mt-2 flex h-6 items-center gap-2">
        <div
          role="progressbar"
          aria-label="Converting"
          aria-valuenow={Math.round(progress * 100)}
          className="h-0.5 flex-1 overflow-hidden rounded-full bg-rule"
        >
          <div
            className="h-full origin-left bg-spruce"
            style={{ transform: `scaleX(${progress})`, opacity: progress < 1 ? 1 : 0 }}
          />
        </div>
        {progress < 1 ? (
          <Button size="tiny" onClick={stop}>
            Stop
          </Button>
        ) : null}
      </div>
    </section>
  );
}

/** The forms to work out; the one that does not pass only for curves that do. */
function formsOf(curve: Curve, tolerance: number): readonly Asked[] {
  const { min, max } = curveRange(curve);
  const passes = max > 1.0005 || min < -0.0005;
  const points = (result: Converted) => `${result.stops} points`;
  return [
    {
      key: "linear",
      form: "linear",
      title: "CSS linear()",
      options: { tolerance },
      note: (result) => `${result.stops} stops`,
    },
    { key: "cubic-bezier", form: "cubic-bezier", title: "Best cubic-bezier", options: {} },
    ...(passes
      ? [
          {
            key: "within",
            form: "cubic-bezier",
            title: "Cubic-bezier that never passes",
            options: { within: true },
          } as const,
        ]
      : []),
    { key: "path", form: "path", title: "Path", options: { tolerance }, note: points },
    {
      key: "svg",
      form: "svg",
      title: "SVG path, 100 by 100",
      options: { tolerance },
      note: points,
    },
    { key: "js", form: "js", title: "JavaScript", options: {} },
    {
      key: "table",
      form: "table",
      title: "Table",
      options: { count: DEFAULT_CONVERSION.count },
      note: (result) => `${result.stops} rows`,
    },
  ];
}

function errorNote({ error }: Converted): string {
  if (error < 1e-7) return "exact";
  return `± ${numberLabel(error * 100, error < 0.001 ? 3 : 2)} %`;
}

/** What each kind of place can run. */
function Runs({ curve, stops }: { curve: Curve; stops: number | undefined }): ReactNode {
  const isCss = curveKindOf(curve).css === true;
  const can = {
    css: isCss ? "yes" : "no",
    linear: isCss
      ? "yes"
      : stops === undefined
        ? "…"
        : stops > 100
          ? `heavy, ${stops} stops`
          : `yes, ${stops} stops`,
    code: "yes",
  };
  const labels = { css: "CSS as is", linear: "CSS through linear()", code: "JavaScript" };
  return (
    <dl className="mt-1.5 mb-2 flex flex-col gap-0.5 text-[12px]">
      {PLATFORMS.map(({ id }) => (
        <div key={id} className="flex justify-between">
          <dt className="text-muted">{labels[id]}</dt>
          <dd className={can[id] === "no" ? "text-muted" : "text-spruce"}>{can[id]}</dd>
        </div>
      ))}
    </dl>
  );
}

function Form({
  title,
  text,
  note,
}: {
  title: string;
  text: string | undefined;
  note: string;
}): ReactNode {
  const shown = text === undefined ? "" : text.length > 2000 ? `${text.slice(0, 2000)}…` : text;
  return (
    <div className="border-t border-rule/60 py-1.5" data-form={title}>
      <div className="flex items-center gap-2">
        <span className="text-[12.5px]">{title}</span>
        <span className="min-w-0 flex-1 truncate text-right font-mono text-[10.5px] text-muted">
          {note}
        </span>
        <Button
          size="tiny"
          disabled={text === undefined}
          aria-label={`Copy ${title}`}
          onClick={() => text !== undefined && void copyText(text, title)}
        >
          Copy
        </Button>
      </div>
      <pre
        // Scrolls, so it has to be reached by keyboard as well.
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls
        tabIndex={0}
        className="mt-1 max-h-16 overflow-auto rounded-md bg-sunk px-2 py-1 font-mono text-[10.5px] leading-snug whitespace-pre-wrap break-words"
      >
        {shown}
      </pre>
    </div>
  );
}
