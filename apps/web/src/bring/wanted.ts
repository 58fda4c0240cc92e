import { useEffect } from "react";
import { createStore, useStore } from "zustand";

/** What is to be brought in: a text, empty for one that is to be given; null while nothing is. */
export const bringing = createStore<{ readonly text: string | null; readonly name: string }>(
  () => ({ text: null, name: "" }),
);

/** Opens the form in which motion of another origin is brought in; null closes it. */
export const bring = (text: string | null = "", name = "") => bringing.setState({ text, name });

/** Whether that form is open. */
export const useIsBringing = () => useStore(bringing, ({ text }) => text !== null);

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
