import { lazy, type ReactNode, Suspense } from "react";
import { Panel } from "../../ui/Panel.tsx";

const GoForm = lazy(async () => ({ default: (await import("./GoForm.tsx")).GoForm }));

/** Sends the playhead from where it is, even in mid-flight, to a marker or any time. */
export function GoPanel(): ReactNode {
  return (
    <Panel
      name="Go there"
      trigger={
        <button
          type="button"
          title="Send the playhead to a marker or a time"
          className="rounded-md px-1 hover:bg-sunk hover:text-ink"
        >
          Go there…
        </button>
      }
      className="w-72 gap-2 p-3"
    >
      <Suspense fallback={null}>
        <GoForm />
      </Suspense>
    </Panel>
  );
}
