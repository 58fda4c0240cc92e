import { emptyStudy } from "@levitas/core/study";
import { type ReactNode, useMemo } from "react";
import { useNavigate } from "react-router";
import { useStore } from "zustand";
import { BringIn } from "../bring/BringIn.tsx";
import { bring, bringing } from "../bring/bringing.ts";
import { say } from "../ui/notices.tsx";
import { useImport } from "./useImport.ts";
import { useStudyActions } from "./useStudies.ts";

/** Brings motion of another origin in as a study of its own. */
export function BringStudy(): ReactNode {
  const { text, name } = useStore(bringing);
  const navigate = useNavigate();
  const { create } = useStudyActions();
  const { take: takeStudy } = useImport();
  const called = name
    .replace(/\.\w+$/, "")
    .replace(/[-_]+/g, " ")
    .trim();
  const study = useMemo(() => emptyStudy(called || "Brought in"), [called]);
  return (
    <BringIn
      study={study}
      given={text ?? ""}
      name={name}
      close={() => bring(null)}
      takeStudy={takeStudy}
      take={async (document, said) => {
        // This form is closed by then: what follows must not depend on it.
        const { id } = await create.mutateAsync({ document });
        await navigate(`/studies/${id}`);
        say(said);
      }}
    />
  );
}
