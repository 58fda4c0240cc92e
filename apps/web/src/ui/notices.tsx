import { type ReactNode, useEffect } from "react";
import { create } from "zustand";
import { Button, IconButton } from "./Button.tsx";
import { CloseIcon } from "./icons.tsx";

/** A line at the foot of the screen: what happened, and how to take it back. */
interface Notice {
  readonly id: number;
  readonly text: string;
  readonly tone: "said" | "fault";
  readonly action?: { readonly text: string; readonly run: () => void };
}

const useNotices = create<{ readonly notice: Notice | null }>(() => ({ notice: null }));
let nextId = 1;

/** Says something for a while. A new line takes the place of the old one. */
export function say(
  text: string,
  options: { tone?: Notice["tone"]; action?: Notice["action"] } = {},
): void {
  const { tone = "said", action } = options;
  useNotices.setState({ notice: { id: nextId++, text, tone, ...(action ? { action } : {}) } });
}

/** What a rejected promise says, in a notice. */
export function sayFault(error: unknown): void {
  say(error instanceof Error ? error.message : String(error), { tone: "fault" });
}

const SHOWN = { said: 3500, action: 12_000, fault: 12_000 };

/** Where notices stand; once per page. */
export function Notices(): ReactNode {
  const notice = useNotices((state) => state.notice);
  useEffect(() => {
    if (!notice) return;
    const time = notice.tone === "fault" ? SHOWN.fault : notice.action ? SHOWN.action : SHOWN.said;
    const timer = setTimeout(() => {
      useNotices.setState((state) => (state.notice === notice ? { notice: null } : state));
    }, time);
    return () => clearTimeout(timer);
  }, [notice]);
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed inset-x-0 bottom-14 z-50 flex justify-center px-4"
    >
      {notice ? (
        <div
          key={notice.id}
          className={`pointer-events-auto flex max-w-[640px] items-center gap-3 rounded-lg bg-tip py-1.5 pr-2 pl-4 text-on-tip ${notice.tone === "fault" ? "border-l-4 border-fault" : ""}`}
        >
          <span>{notice.text}</span>
          {notice.action ? (
            <Button
              look="main"
              size="small"
              onClick={() => {
                notice.action?.run();
                useNotices.setState({ notice: null });
              }}
            >
              {notice.action.text}
            </Button>
          ) : null}
          <IconButton
            label="Close this notice"
            size="small"
            tone="tip"
            onClick={() => useNotices.setState({ notice: null })}
          >
            <CloseIcon size={14} />
          </IconButton>
        </div>
      ) : null}
    </div>
  );
}
