import type { Study } from "@levitas/core/study";

/** A name that no figure has yet: the wanted one, or the next number of it, so that a copy of "Chip 2" is "Chip 3". */
export function freeName(study: Study, wanted: string): string {
  const taken = new Set(study.figures.map(({ name }) => name));
  const stem = wanted.replace(/ \d+$/, "");
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${stem} ${n}`;
  return name;
}
