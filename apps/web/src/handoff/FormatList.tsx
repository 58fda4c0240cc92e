import { HANDOFF_FORMATS } from "@levitas/core/format";
import type { ReactNode } from "react";

const GROUPS = [...new Set(HANDOFF_FORMATS.map(({ group }) => group))];

/** The formats, in groups. */
export function FormatList({
  chosen,
  choose,
}: {
  chosen: string;
  choose: (id: string) => void;
}): ReactNode {
  return (
    <nav
      aria-label="Formats"
      className="flex w-50 shrink-0 flex-col gap-2 overflow-y-auto border-r border-rule p-3 @max-[1100px]:w-42"
    >
      {GROUPS.map((group) => (
        <div key={group}>
          <h2 className="mb-1 px-2 text-[12px] text-muted">{group}</h2>
          {HANDOFF_FORMATS.filter((format) => format.group === group).map(({ id, label, note }) => (
            <button
              key={id}
              type="button"
              aria-current={id === chosen ? "true" : undefined}
              onClick={() => choose(id)}
              className={`block w-full rounded-lg border-l-3 px-2 py-0.75 text-left text-[12px] leading-tight ${id === chosen ? "border-spruce bg-raised" : "border-transparent text-muted hover:bg-sunk"}`}
            >
              <b
                className={`mr-1.5 text-[13.5px] font-semibold ${id === chosen ? "text-spruce" : "text-ink"}`}
              >
                {label}
              </b>
              {note}
            </button>
          ))}
        </div>
      ))}
    </nav>
  );
}
