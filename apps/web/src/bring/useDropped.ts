import { useEffect } from "react";

/**
 * Takes files and texts that are dropped anywhere on the page; what it takes comes when something is dragged over it.
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
    document.addEventListener("dragenter", late);
    return () => {
      over = true;
      document.removeEventListener("dragenter", late);
      stop?.();
    };
  }, [take]);
}
