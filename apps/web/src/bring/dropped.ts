import { bring } from "./bringing.ts";

/** Listens for what is dropped on the page, fields apart, until the answer is called. */
export function listen(isOwn: () => boolean, take?: (file: File) => Promise<boolean>): () => void {
  const isField = ({ target }: Event) =>
    target instanceof Element && target.matches("input, textarea, select");
  const over = (event: DragEvent) => {
    if (!isField(event)) event.preventDefault();
  };
  const drop = (event: DragEvent) => {
    if (event.defaultPrevented || isField(event) || isOwn()) return;
    event.preventDefault();
    const [file] = event.dataTransfer?.files ?? [];
    const text = event.dataTransfer?.getData("text/plain");
    if (file) void (async () => (await take?.(file)) || bring(await file.text(), file.name))();
    else if (text) bring(text);
  };
  document.addEventListener("dragover", over);
  document.addEventListener("drop", drop);
  return () => {
    document.removeEventListener("dragover", over);
    document.removeEventListener("drop", drop);
  };
}
