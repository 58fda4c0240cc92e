import { lazy, type ReactNode, Suspense } from "react";
import { IconButton } from "../../ui/Button.tsx";
import { HistoryIcon } from "../../ui/icons.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBenchState } from "../session/BenchContext.ts";

const HistoryList = lazy(async () => ({
  default: (await import("./HistoryList.tsx")).HistoryList,
}));

/** Opens the list of what was done. */
export function HistoryPanel(): ReactNode {
  const empty = useBenchState(({ history }) => history.past.length + history.future.length === 0);
  return (
    <Panel
      name="What was done"
      trigger={
        <IconButton label="What was done" disabled={empty}>
          <HistoryIcon />
        </IconButton>
      }
      place={{ align: "end" }}
      className="max-h-[70vh] w-64 p-1.5"
    >
      <Suspense fallback={null}>
        <HistoryList />
      </Suspense>
    </Panel>
  );
}
