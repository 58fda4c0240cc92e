/** Escapes of text from a person inside of what we hand off: one for each place of each language. */

/** Text inside of a CSS comment: it cannot end the comment, whatever it holds. */
export function cssComment(text: string): string {
  return text.replace(/\*(?=\/)/g, "* ").replace(/\*$/, "* ");
}

/** Text inside of a JavaScript comment of one line: no line terminator of ECMAScript ends it. */
export function jsLineComment(text: string): string {
  return text.replace(/[\n\r\u2028\u2029]+/g, " ");
}

/** A JavaScript literal, safe in a script element and in every version of the language, too. */
export function jsLiteral(value: unknown, indent?: number): string {
  return JSON.stringify(value, null, indent).replace(
    /[<\u2028\u2029]/g,
    (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, "0")}`,
  );
}
