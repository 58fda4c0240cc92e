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
    // What of this very page is dragged, such as marked text, is nothing that is brought.
    let isOwn = false;
    const drag = async ({ type }: Event) => {
      if (type !== "dragover") isOwn = type === "dragstart";
      else if (!isOwn) {
        const { listen } = await import("./dropped.ts");
        if (!over) stop ??= listen(() => isOwn, take);
      }
    };
    const types = ["dragstart", "dragend", "dragover"];
    for (const type of types) document.addEventListener(type, drag);
    return () => {
      over = true;
      for (const type of types) document.removeEventListener(type, drag);
      stop?.();
    };
  }, [take]);
}
