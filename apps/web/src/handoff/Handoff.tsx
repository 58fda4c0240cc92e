import { HANDOFF_FORMATS } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { type ReactNode, useMemo, useState } from "react";
import { Button, IconButton } from "../ui/Button.tsx";
import { copyText } from "../ui/copyText.ts";
import { CloseIcon } from "../ui/icons.tsx";
import { Segmented } from "../ui/Segmented.tsx";
import { saveFile } from "../ui/saveFile.ts";

/** The formats of the hand-off as text, to copy or to save. */
export function Handoff({
  study,
  close,
}: {
  readonly study: Study;
  readonly close: () => void;
}): ReactNode {
  const [chosen, choose] = useState("css");
  const format = HANDOFF_FORMATS.find(({ id }) => id === chosen) ?? HANDOFF_FORMATS[0];
  const text = useMemo(() => format?.write(study) ?? "", [format, study]);
  const isCss = format?.id === "css";
  const file = study.name.replace(/[^\w-]+/g, "-").toLowerCase();
  return (
    <>
      <div className="flex items-center gap-2 border-b border-rule py-2 pr-2 pl-4">
        <h2 className="font-semibold">Hand-off</h2>
        <Segmented
          label="Hand-off as"
          value={chosen}
          options={HANDOFF_FORMATS.map(({ id, label }) => ({ value: id, text: label }))}
          onChange={choose}
        />
        <span className="truncate text-muted">
          {isCss ? "plays in a browser as it does here" : "what CSS cannot say: events and sounds"}
        </span>
        <span className="ml-auto">
          <IconButton label="Close the hand-off" onClick={close}>
            <CloseIcon size={14} />
          </IconButton>
        </span>
      </div>
      <textarea
        readOnly
        aria-label={isCss ? "CSS of the study" : "Cues of the study as JavaScript"}
        data-testid="handoff-css"
        value={text}
        wrap="off"
        rows={26}
        className="min-h-0 flex-1 resize-none overflow-auto px-4 py-3 font-mono text-[11px] leading-relaxed"
      />
      <div className="flex items-center gap-2 border-t border-rule p-3">
        <p className="mr-auto text-[12px] text-muted">
          {isCss
            ? "Put each class on an element; nested figures stand inside their parents."
            : "Call playCues when the animation starts."}
        </p>
        <Button onClick={() => saveFile(`${file}.json`, JSON.stringify(study, null, 1))}>
          Save study file
        </Button>
        <Button look="main" onClick={() => copyText(text, isCss ? "the CSS" : "the cues")}>
          {isCss ? "Copy CSS" : "Copy cues"}
        </Button>
      </div>
    </>
  );
}
