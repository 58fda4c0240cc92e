import { useEffect } from "react";

/**
 * Takes files and texts that are dropped anywhere on the page. What it takes comes when something is dragged over it,
 * also where that began before the page was there.
 *
 * @param take is asked first; answers whether it took the file
 */
export function useDropped(take?: (file: File) => Promise<boolean>): void {
  useEffect(() => {
    let stop: (() => void) | undefined;
    let over = false;
    const late = async () => {
      const { listen } = await import("./dropped.ts");
      if (!over) stop ??= listen(take);
    };
    document.addEventListener("dragover", late);
    return () => {
      over = true;
      document.removeEventListener("dragover", late);
      stop?.();
    };
  }, [take]);
}
