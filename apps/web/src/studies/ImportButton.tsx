import { type ReactNode, useRef } from "react";
import { Button } from "../ui/Button.tsx";
import { sayFault } from "../ui/notices.tsx";
import { useImport } from "./useImport.ts";

/** Takes a study file from disk. */
export function ImportButton(): ReactNode {
  const input = useRef<HTMLInputElement>(null);
  const { take } = useImport();
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
