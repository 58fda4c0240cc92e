import type { Study } from "@levitas/core/study";

/** A name that no figure has yet. */
export function freeName(study: Study, wanted: string): string {
  const taken = new Set(study.figures.map(({ name }) => name));
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted} ${n}`;
  return name;
}
