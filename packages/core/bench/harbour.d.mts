/** A study with so many figures, channels each and keys each. */
export function harbour(size: { figures: number; channels: number; keys: number }): object;

/** A study of so many tweens in chains of tethers. */
export function rope(size: { tweens: number; deep: number; carried: number }): object;
