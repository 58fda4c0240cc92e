/** What was chosen for the hand-offs of a study, as it is kept with the study. */
export interface KeptHandoff {
  /** By the format's id, then the option's; what holds for all formats is under `OF_STUDY`. */
  readonly settings: Readonly<Record<string, Readonly<Record<string, string | number>>>>;
  /** Ids of the figures that leave; absent where nothing was chosen. */
  readonly figures?: readonly string[];
  /** Ids of the figures that are drawn, in formats that draw them; absent for all. */
  readonly drawn?: readonly string[];
  /** The person's own selectors, by figure id. */
  readonly selectors: Readonly<Record<string, string>>;
}

/** Where options are kept that hold for a study in whatever format it leaves. */
export const OF_STUDY = "study";

/** Longer texts than this are neither an option nor a selector. */
const LONGEST = 2000;
/** More figures than this no study has. */
const MOST = 20_000;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const isText = (value: unknown): value is string =>
  typeof value === "string" && value.length <= LONGEST;
const isSetting = (value: unknown): value is string | number =>
  isText(value) || (typeof value === "number" && Number.isFinite(value));

/** The fields of an object that hold what is wanted; others, and names that every object has, are left out. */
function fieldsOf<T>(
  value: unknown,
  read: (field: unknown) => T | undefined,
): Readonly<Record<string, T>> {
  if (!isRecord(value)) return {};
  const found: [string, T][] = [];
  for (const [name, field] of Object.entries(value)) {
    const kept = name in Object.prototype || !isText(name) ? undefined : read(field);
    if (kept !== undefined && found.length < MOST) found.push([name, kept]);
  }
  return Object.fromEntries(found);
}

const textsOf = (list: readonly unknown[]) => list.filter(isText).slice(0, MOST);

/** Reads kept choices of whatever version; what cannot be read counts as not chosen. */
export function readKeptHandoff(value: unknown): KeptHandoff {
  const { settings, figures, drawn, selectors } = isRecord(value) ? value : {};
  return {
    settings: fieldsOf(settings, (each) =>
      isRecord(each)
        ? fieldsOf(each, (field) => (isSetting(field) ? field : undefined))
        : undefined,
    ),
    selectors: fieldsOf(selectors, (field) => (isText(field) ? field : undefined)),
    ...(Array.isArray(figures) ? { figures: textsOf(figures) } : {}),
    ...(Array.isArray(drawn) ? { drawn: textsOf(drawn) } : {}),
  };
}
