/**
 * The parts of a text between separators that stand in no parentheses or brackets, without space around them and without
 * empty ones: the words of a value of CSS, or the items of a list.
 */
export function splitOutside(text: string, separator: RegExp): string[] {
  const parts: string[] = [""];
  let depth = 0;
  for (const letter of text) {
    if (letter === "(" || letter === "[") depth++;
    if (letter === ")" || letter === "]") depth--;
    if (depth === 0 && separator.test(letter)) parts.push("");
    else parts[parts.length - 1] += letter;
  }
  return parts.map((part) => part.trim()).filter(Boolean);
}

export const COMMA = /,/;
export const SPACE = /\s/;
