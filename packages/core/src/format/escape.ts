/** Escapes user text for hand-offs: one function for each place in each language. */

/** Escapes text for a CSS comment, so that it cannot end the comment. */
export function cssComment(text: string): string {
  return text.replace(/\*(?=\/)/g, "* ").replace(/\*$/, "* ");
}

/** Escapes text for a one-line JavaScript comment: it contains no line terminator of ECMAScript. */
export function jsLineComment(text: string): string {
  return text.replace(/[\n\r\u2028\u2029]+/g, " ");
}

/**
 * Writes a value as a JavaScript literal that is also safe inside a script element and in every version of the
 * language.
 */
export function jsLiteral(value: unknown, indent?: number): string {
  return JSON.stringify(value, null, indent).replace(
    /[<\u2028\u2029]/g,
    (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, "0")}`,
  );
}
