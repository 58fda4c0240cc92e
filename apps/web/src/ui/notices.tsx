import { lazy, type ReactNode, Suspense, useEffect } from "react";
import { create } from "zustand";

const loadToast = () => import("./NoticeToast.tsx");
const NoticeToast = lazy(() =>
  loadToast().then(
    (loaded) => ({ default: loaded.NoticeToast }),
    // A server that is gone is just what a notice may have to tell of.
    () => ({ default: BareNotice }),
  ),
);

/** A line at the foot of the screen: what happened, and how to take it back. */
export interface Notice {
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

/** Where notices stand; once per page. */
export function Notices(): ReactNode {
  const notice = useNotices((state) => state.notice);
  useEffect(() => {
    // It is not needed to begin, and must be there when the server is not: it comes with the first thing that is done.
    const stop = new AbortController();
    const load = () => {
      stop.abort();
      void loadToast().catch(() => undefined);
    };
    for (const event of ["pointerdown", "keydown"])
      window.addEventListener(event, load, { signal: stop.signal, capture: true });
    return () => stop.abort();
  }, []);
  if (!notice) return null;
  const close = () =>
    useNotices.setState((state) => (state.notice === notice ? { notice: null } : state));
  return (
    <Suspense fallback={null}>
      <NoticeToast notice={notice} close={close} />
    </Suspense>
  );
}

/** A notice where nothing else could be loaded. */
function BareNotice({ notice, close }: { notice: Notice; close: () => void }): ReactNode {
  return (
    <div
      role="status"
      data-notice={notice.tone}
      className="fixed inset-x-4 bottom-14 z-50 mx-auto flex w-fit items-center gap-3 rounded-lg bg-tip px-4 py-2 text-on-tip"
    >
      {notice.text}
      <button type="button" onClick={close} className="underline">
        Close
      </button>
    </div>
  );
}
