/** A study with so many figures, channels each and keys each. */
export function harbour(size: { figures: number; channels: number; keys: number }): object;
