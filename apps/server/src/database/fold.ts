/** A name as it is searched: lower case, without accents. */
export function fold(text: string): string {
  return text
    .normalize("NFKD")
    .replace(/\p{Mark}/gu, "")
    .toLowerCase();
}
