import { replaceStudy } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { useStore } from "zustand";
import { BringIn } from "../bring/BringIn.tsx";
import { bring, bringing } from "../bring/bringing.ts";
import { say } from "../ui/notices.tsx";
import { useBench, useStudy } from "./session/BenchContext.ts";

/** Brings motion of another origin into the study that is open, as one step that can be taken back. */
export function BringHere(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const { text, name } = useStore(bringing);
  return (
    <BringIn
      study={study}
      given={text ?? ""}
      name={name}
      close={() => bring(null)}
      take={(next, said) => {
        bench.perform(replaceStudy, { study: next, label: "bring in motion" });
        say(said, { action: { text: "Undo", run: () => bench.undo() } });
      }}
    />
  );
}
