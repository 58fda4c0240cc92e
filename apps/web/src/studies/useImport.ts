import { faultText } from "@levitas/core/fault";
import { useCallback } from "react";
import { useNavigate } from "react-router";
import { isStudyText } from "../bring/isStudyText.ts";
import { say } from "../ui/notices.tsx";
import { sayFaults } from "../ui/sayFaults.ts";
import { useStudyActions } from "./useStudies.ts";

/** Takes study files: each answers what is wrong with one, with its place, or nothing once it is open. */
export function useImport() {
  const navigate = useNavigate();
  const { create } = useStudyActions();
  const { mutateAsync } = create;
  const takeFile = useCallback(
    async (file: File): Promise<string> => {
      // The checks weigh more than the rest of this screen, so they come when they are needed.
      const { mendStudy, readStudyText } = await import("@levitas/core/shape");
      const text = await file.text();
      const sound = readStudyText(text);
      const isJson = sound.ok || sound.faults[0]?.code !== "not-json";
      const study = isJson ? mendStudy(JSON.parse(text)) : sound;
      if (!study.ok) {
        const [first, ...more] = study.faults;
        const rest = more.length > 0 ? ` And ${more.length} more.` : "";
        return `${first ? faultText(first) : ""}${rest}`;
      }
      const { value } = study;
      const mended = "faults" in value ? value : { study: value, faults: [] };
      const { faults } = mended;
      // Whoever asked for it may be gone by then: what follows must not depend on that.
      const { id } = await mutateAsync({ document: mended.study });
      await navigate(`/studies/${id}`);
      // Each fault with its place; the file itself is the person's, and stays as it was.
      if (faults.length > 0) sayFaults(file.name, faults);
      return "";
    },
    [mutateAsync, navigate],
  );
  const take = useCallback(
    (file: File) =>
      takeFile(file).catch((error) => (error instanceof Error ? error.message : String(error))),
    [takeFile],
  );
  /** Takes a file that says it is a study, or says why not; answers whether it was one. */
  const takeStudy = useCallback(
    async (file: File): Promise<boolean> => {
      const isStudy = isStudyText(await file.text());
      const wrong = isStudy ? await take(file) : "";
      if (wrong) say(`${file.name}: ${wrong}`, { tone: "fault" });
      return isStudy;
    },
    [take],
  );
  return { take, takeStudy };
}
