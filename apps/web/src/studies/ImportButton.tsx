import { faultText } from "@levitas/core/fault";
import { type ReactNode, useRef } from "react";
import { useNavigate } from "react-router";
import { Button } from "../ui/Button.tsx";
import { say, sayFault } from "../ui/notices.tsx";
import { useStudyActions } from "./useStudies.ts";

/** Takes a study file from disk. What is wrong with it is said with its place. */
export function ImportButton(): ReactNode {
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const { create } = useStudyActions();
  const take = async (file: File) => {
    // The checks weigh more than the rest of this screen, so they come when they are needed.
    const { readStudyText } = await import("@levitas/core/shape");
    const study = readStudyText(await file.text());
    if (!study.ok) {
      const [first, ...more] = study.faults;
      const rest = more.length > 0 ? ` And ${more.length} more.` : "";
      say(`${file.name}: ${first ? faultText(first) : ""}${rest}`, { tone: "fault" });
      return;
    }
    create.mutate({ document: study.value }, { onSuccess: ({ id }) => navigate(`/studies/${id}`) });
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="Study file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) take(file).catch(sayFault);
          event.target.value = "";
        }}
      />
      <Button onClick={() => input.current?.click()}>Import…</Button>
    </>
  );
}
