import { faultText } from "@levitas/core/fault";
import { type ReactNode, useRef } from "react";
import { useNavigate } from "react-router";
import { Button } from "../ui/Button.tsx";
import { say, sayFault } from "../ui/notices.tsx";
import { sayFaults } from "../ui/sayFaults.ts";
import { useStudyActions } from "./useStudies.ts";

/** Takes a study file from disk. What is wrong with it is said with its place. */
export function ImportButton(): ReactNode {
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const { create } = useStudyActions();
  const take = async (file: File) => {
    // The checks weigh more than the rest of this screen, so they come when they are needed.
    const { mendStudy, readStudyText } = await import("@levitas/core/shape");
    const text = await file.text();
    const sound = readStudyText(text);
    const isJson = sound.ok || sound.faults[0]?.code !== "not-json";
    const study = isJson ? mendStudy(JSON.parse(text)) : sound;
    if (!study.ok) {
      const [first, ...more] = study.faults;
      const rest = more.length > 0 ? ` And ${more.length} more.` : "";
      say(`${file.name}: ${first ? faultText(first) : ""}${rest}`, { tone: "fault" });
      return;
    }
    const { value } = study;
    const mended = "faults" in value ? value : { study: value, faults: [] };
    const { faults } = mended;
    create.mutate(
      { document: mended.study },
      {
        onSuccess: async ({ id }) => {
          await navigate(`/studies/${id}`);
          // Each fault with its place; the file itself is the person's, and stays as it was.
          if (faults.length > 0) sayFaults(file.name, faults);
        },
      },
    );
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
