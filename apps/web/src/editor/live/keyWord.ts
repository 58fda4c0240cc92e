/** A key as a person reads it. */
export const keyWord = (key: string): string => (key === " " ? "Space" : key);
