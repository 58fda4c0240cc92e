import fc from "fast-check";

/** What ends a text, a comment, a tag or a line in one of the languages that are written, and what else names are made of. */
const PIECES = [
  ...['"', "'", "`", "\\", "*/", "//", "--", "-->", "<!--", "]]>", "</style>", "</script>"],
  ...[
    "\u2028",
    "\u2029",
    "\r\n",
    "a\nb",
    "$" + "{x}",
    "$x.y",
    "{brace}",
    "; } body { display: none",
  ],
  ...["🚢", "9 lives", "=1+1", ",", "??/", "#error"],
];

/** A name that tries to break out of what it is written into. */
export const anyHostileName: fc.Arbitrary<string> = fc
  .array(
    fc.oneof(
      fc.constantFrom(...PIECES),
      fc.string({ unit: "binary", minLength: 1, maxLength: 30 }),
    ),
    { minLength: 1, maxLength: 4 },
  )
  .map((parts) => parts.join(""));
