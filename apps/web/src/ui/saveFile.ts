/** Gives a text, or bytes, to the person as a file. */
export function saveFile(
  name: string,
  text: string | Uint8Array<ArrayBuffer>,
  mime = "application/json",
): void {
  const url = URL.createObjectURL(new Blob([text], { type: mime }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  // The download has to have begun before its address goes.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
