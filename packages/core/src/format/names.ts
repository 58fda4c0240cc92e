import type { Study } from "../study/index.ts";

/** Words that our own markup and CSS use: no figure's class is one of them. */
const RESERVED: readonly string[] = ["front", "back", "scene", "playing"];

/**
 * Custom properties of our own CSS: how far a figure that shakes stands from the middle, and the distance of the eye,
 * which nothing may set.
 */
const OWN_PROPERTIES: readonly string[] = ["--middle-x", "--middle-y", "--eye"];

/**
 * Gives out names that no other has, whatever its letters' case: the wanted one, or that with a number. The same thing
 * (`of`) always has the same name.
 */
export type DistinctNames = (of: string, wanted: string) => string;

/**
 * Names of one kind, such as the ids of a document.
 *
 * @param taken names that are not given out
 * @param join what stands between a name and its number
 */
export function distinctNames(taken: readonly string[] = [], join = "-"): DistinctNames {
  const used = new Set(taken.map((name) => name.toLowerCase()));
  const given = new Map<string, string>();
  return (of, wanted) => {
    const known = given.get(of);
    if (known !== undefined) return known;
    let name = wanted;
    for (let n = 2; used.has(name.toLowerCase()); n++) name = `${wanted}${join}${n}`;
    used.add(name.toLowerCase());
    given.set(of, name);
    return name;
  };
}

/**
 * A name as a class or a part of an identifier: small letters, digits and single hyphens, with a letter first.
 * `Boarding pass` becomes `boarding-pass`; what has no such letters is called `figure`.
 */
export function plainName(name: string): string {
  const plain = name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "");
  return /^[a-z]/.test(plain) ? plain : `figure${plain ? `-${plain}` : ""}`;
}

/** Names as distinct classes or parts of identifiers; see `plainName`. */
export function plainNames(names: readonly string[], reserved: readonly string[] = []): string[] {
  const nameOf = distinctNames(reserved);
  return names.map((name, i) => nameOf(`${i}`, plainName(name)));
}

/** `ease-in-view` as an identifier of scripts: `easeInView`. */
export const camelName = (plain: string): string =>
  plain.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());

/** The names with which a study leaves: the one owner of all of them. Made once for each hand-off. */
export interface HandoffNames {
  /** The class of each figure, in the order of the study. */
  readonly classes: readonly string[];
  /** The same by figure id. */
  readonly classOf: Readonly<Record<string, string>>;
  /** Names of `@keyframes`. */
  readonly keyframes: DistinctNames;
  /** Names of custom properties, with their hyphens. */
  readonly properties: DistinctNames;
  /** Ids of elements beside those of the figures, which are their classes. */
  readonly ids: DistinctNames;
}

export function handoffNames({ figures }: Pick<Study, "figures">): HandoffNames {
  const classes = plainNames(
    figures.map(({ name }) => name),
    RESERVED,
  );
  return {
    classes,
    classOf: Object.fromEntries(figures.map(({ id }, i) => [id, classes[i] as string])),
    keyframes: distinctNames(["none", "initial", "inherit", "unset", "revert"]),
    properties: distinctNames(OWN_PROPERTIES),
    ids: distinctNames(classes),
  };
}
