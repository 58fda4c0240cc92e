import { replaceStudy } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { createStudy } from "../api/studies.ts";
import { ChoiceBar } from "../keeping/ChoiceBar.tsx";
import { say } from "../ui/notices.tsx";
import { useBench } from "./session/BenchContext.ts";
import type { StudyKeeper } from "./session/openStudy.ts";

/** Two states of one study met, or it was deleted elsewhere: the person chooses. Nothing is lost meanwhile. */
export function ConflictBar({ keeper }: { keeper: StudyKeeper }): ReactNode {
  const bench = useBench();
  const navigate = useNavigate();
  const copyAs = (suffix: string) => {
    const mine = bench.study;
    return createStudy({ document: { ...mine, name: `${mine.name}${suffix}`.slice(0, 200) } });
  };
  return (
    <ChoiceBar
      keeper={keeper}
      word="study"
      nameOf={({ name }) => name}
      takeTheirs={(study) =>
        bench.perform(replaceStudy, { study, label: "take the state saved elsewhere" })
      }
      keepBoth={async (settle) => {
        const copy = await copyAs(" (mine)");
        settle();
        await navigate(`/studies/${copy.id}`);
        say(`Yours is here, as “${copy.document.name}”. The other keeps its name.`);
      }}
      keepAsNew={async () => {
        const copy = await copyAs("");
        keeper.letGo();
        await navigate(`/studies/${copy.id}`, { replace: true });
        say(`Kept as a new study, “${copy.document.name}”.`);
      }}
      throwAway={() => {
        keeper.letGo();
        void navigate("/");
      }}
    />
  );
}
