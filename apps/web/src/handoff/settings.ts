/** What was chosen for the hand-offs of a study. */
export interface KeptSettings {
  /** By the format's id, then the option's. */
  readonly settings: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  /** Ids of the figures that leave; absent where nothing was chosen. */
  readonly figures?: readonly string[];
  readonly selectors: Readonly<Record<string, string>>;
}

const keyOf = (id: string) => `levitas.handoff.${id}`;
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What this browser kept of a study's hand-offs; what cannot be read counts as nothing chosen. */
export function keptSettings(id: string): KeptSettings {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? "{}");
    if (!isRecord(kept)) return { settings: {}, selectors: {} };
    const { settings, figures, selectors } = kept;
    const isText = (value: unknown): value is string => typeof value === "string";
    return {
      settings: isRecord(settings)
        ? (Object.fromEntries(
            Object.entries(settings).filter(([, each]) => isRecord(each)),
          ) as KeptSettings["settings"])
        : {},
      selectors: isRecord(selectors)
        ? (Object.fromEntries(
            Object.entries(selectors).filter(([, each]) => isText(each)),
          ) as KeptSettings["selectors"])
        : {},
      ...(Array.isArray(figures) ? { figures: figures.filter(isText) } : {}),
    };
  } catch {
    return { settings: {}, selectors: {} };
  }
}

/** Keeps it; where the browser has no room the choice holds until the page goes. */
export function keepSettings(id: string, settings: KeptSettings): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(settings));
  } catch {
    // Nothing is lost but convenience.
  }
}
