import { Script } from "node:vm";
import { tokenize } from "@csstools/css-tokenizer";
import fc from "fast-check";
import { kiosk } from "../testing/index.ts";
import { cuesJs } from "./cues/cuesJs.ts";
import { cssComment, jsLineComment, jsLiteral } from "./escape.ts";
import { handoffCss } from "./index.ts";

const nasty = fc
  .array(
    fc.constantFrom(
      "*",
      "/",
      "**//",
      "*/",
      "/*",
      "\n",
      "\r",
      "\u2028",
      "\u2029",
      "</script>",
      "a",
      "`",
      "$" + "{x}",
      '"',
      "\\",
    ),
    { maxLength: 12 },
  )
  .map((parts) => parts.join(""));

describe("text of a person in what is handed off", () => {
  it("never ends a CSS comment", () => {
    fc.assert(
      fc.property(nasty, (text) => {
        const tokens = tokenize({ css: `/* ${cssComment(text)}*/` });
        expect(tokens.map(([type]) => type)).toEqual(["comment", "EOF-token"]);
      }),
    );
  });

  it("never ends a line of JavaScript, nor a literal", () => {
    fc.assert(
      fc.property(nasty, (text) => {
        const code = `let ran = 0; // ${jsLineComment(text)}\nconst said = ${jsLiteral({ text })}; said.text`;
        expect(new Script(code).runInNewContext()).toBe(text);
        expect(jsLiteral({ text })).not.toContain("</script");
      }),
    );
  });

  it("brings no rule into the CSS and nothing that runs into the cues", () => {
    const name = "a **// body{display:none} /*\u2028globalThis.ran = true; //";
    const bell = { type: "cue", id: "c", name, tether: { to: "start", offset: 0 } } as const;
    const study = { ...kiosk({ sequence: [bell] }), name };
    const { text } = handoffCss(study);
    const words = tokenize({ css: text }).filter(([type]) => type === "ident-token");
    expect(words.map(([, raw]) => raw)).not.toContain("body");
    const module = cuesJs(study).replaceAll("export ", "");
    const context: { ran?: boolean } = {};
    new Script(module).runInNewContext(context);
    expect(context.ran).toBeUndefined();
  });
});
