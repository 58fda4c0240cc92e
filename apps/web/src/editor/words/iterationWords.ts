/** How something repeats, in few words; empty for once. */
export function passWords(item: {
  readonly iterations?: number | null;
  readonly direction?: string;
}): string {
  const { iterations = 1, direction = "normal" } = item;
  const count = iterations === null ? "endless" : iterations === 1 ? "" : `× ${iterations}`;
  const way =
    direction === "reverse"
      ? "backwards"
      : direction === "alternate"
        ? "there and back"
        : direction === "alternate-reverse"
          ? "back and there"
          : "";
  return [count, way].filter(Boolean).join(", ");
}
