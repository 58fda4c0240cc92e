import { faultText } from "@levitas/core/fault";
import type { FoundCurve } from "@levitas/core/format";
import { type ReactNode, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { MiniCurve } from "../curve-editor/MiniCurve.tsx";
import { readPasted } from "../curve-editor/readPasted.ts";
import { Button } from "../ui/Button.tsx";
import { Panel } from "../ui/Panel.tsx";
import { tryAddress } from "./roomAddress.ts";

/** Takes any curve text, path data or SVG and opens it in the room; of several, one is chosen. */
export function PasteCurve(): ReactNode {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [fault, setFault] = useState("");
  const [found, setFound] = useState<readonly FoundCurve[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const go = ({ curve, name }: FoundCurve) => {
    setOpen(false);
    setText("");
    setFound([]);
    navigate(tryAddress(curve, name));
  };
  const take = async (pasted: string) => {
    const read = await readPasted(pasted);
    setFault(read.ok ? "" : read.faults.slice(0, 3).map(faultText).join(" "));
    setFound(read.ok ? read.value : []);
    const [only, more] = read.ok ? read.value : [];
    if (only && !more) go(only);
  };
  return (
    <Panel
      name="Paste a curve"
      trigger={<Button>Paste a curve…</Button>}
      open={open}
      onOpenChange={setOpen}
      place={{ align: "end" }}
      className="w-96 gap-2 p-4"
    >
      <label className="flex flex-col gap-1.5">
        <span className="font-semibold">Any curve text, SVG path or SVG</span>
        <textarea
          aria-label="Curve text or SVG"
          value={text}
          spellCheck={false}
          rows={5}
          placeholder={
            "cubic-bezier(0.3, 0, 0.2, 1)\nspring(overshoot: 12%, settle: 600ms)\nM 20 180 C 60 180 80 20 120 20"
          }
          onChange={(event) => setText(event.target.value)}
          onPaste={(event) => {
            // A paste into an empty field is meant as a whole; it needs no button.
            const pasted = event.clipboardData.getData("text");
            if (text === "" && pasted.trim() !== "") void take(pasted);
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) void take(text);
          }}
          className={`resize-y rounded-md border bg-paper p-2 font-mono text-[11px] leading-relaxed placeholder:text-muted ${fault ? "border-fault" : "border-edge/50"}`}
        />
      </label>
      {fault ? (
        <p role="alert" className="text-[12.5px] leading-snug text-fault">
          {fault}
        </p>
      ) : null}
      {found.length > 1 ? (
        <div className="grid max-h-52 grid-cols-4 gap-1 overflow-y-auto" data-testid="found">
          {found.map((each, i) => (
            <button
              // Drawings may hold two paths of one name.
              key={`${each.name} ${i}`}
              type="button"
              onClick={() => go(each)}
              className="flex flex-col items-center rounded-lg border border-rule p-1 text-spruce hover:border-spruce"
            >
              <MiniCurve curve={each.curve} />
              <span className="max-w-full truncate text-[11px] text-ink">{each.name}</span>
              {each.tangled ? <span className="text-[10.5px] text-fault">runs back</span> : null}
            </button>
          ))}
        </div>
      ) : null}
      <div className="flex justify-between">
        <input
          ref={file}
          type="file"
          accept=".svg,.txt,.css,image/svg+xml"
          className="hidden"
          aria-label="Drawing file"
          onChange={async (event) => {
            const [chosen] = event.target.files ?? [];
            event.target.value = "";
            if (chosen) await take(await chosen.text());
          }}
        />
        <Button onClick={() => file.current?.click()}>From a file…</Button>
        <Button look="main" disabled={text.trim() === ""} onClick={() => void take(text)}>
          Open in the room
        </Button>
      </div>
    </Panel>
  );
}
