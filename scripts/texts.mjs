// npm run texts [-- WORD]: every text of the interface by screen, as it stands in the source; with a word, those that have it.
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { pathToFileURL } from "node:url";
import { parseSync } from "@swc/core";
import { ROOT } from "./lib.mjs";

/** The screens, by the folders that their texts stand in; the first that fits counts. */
const SCREENS = [
  ["Studies", "apps/web/src/studies"],
  ["Curves", "apps/web/src/library"],
  ["Hand-off", "apps/web/src/handoff"],
  ["Live", "apps/web/src/editor/live"],
  ["Bench: sequence", "apps/web/src/editor/blocks"],
  ["Bench: scene", "apps/web/src/editor/stage"],
  ["Bench: recipes", "apps/web/src/editor/recipes"],
  ["Bench: commands", "apps/web/src/editor/commands"],
  ["Bench", "apps/web/src/editor"],
  ["Curve pane and room", "apps/web/src/curve-editor"],
  ["Bringing in", "apps/web/src/bring"],
  ["Every screen", "apps/web/src"],
  ["Hand-off: options and limits", "packages/core/src/format/handoff"],
  ["Faults and names", "packages/core/src"],
  ["Server", "apps/server/src"],
  ["Command line", "apps/cli/src"],
];

/** Attributes and fields whose text a person reads, also where it is one word. */
const READ =
  /^(aria-label|aria-description|alt|title|label|placeholder|text|hint|name|empty|listLabel|message|cure|why|what|detail|note|unit|words)$/;
/** Those that no person reads. */
const UNREAD =
  /^(className|class|style|d|id|key|viewBox|points|transform|path|format|data-.*|href|src|font|filter|type|role|selector|code)$/;
/** What only looks like a sentence: classes, functions of CSS, conditions, selectors, letters of a font. */
const NO_SENTENCE =
  /[{};]|=>|^\s*[.#<]|--|\)\s*\{|\b(text|rounded|border|bg|grid|hover|h|px|fill)-[\w[]|^\(?prefers-|\w\([^)]*(px|deg|…)\b|Variable"|^[a-z-]+( [a-z-]+)+$|^[A-Z]?…( …|[A-Z])*$/;
const isSentence = (text) => /\p{L}{2,}.* .*\p{L}|\p{L}.*…$/u.test(text) && !NO_SENTENCE.test(text);
/** A word of the program, such as `jumpEnd` or `jump-end`. */
const isIdentifier = (text) => /^[a-z]+[A-Z]|^[-a-z]+-[a-z]/.test(text);

/** What a literal says, with an ellipsis for what is put into it; undefined for what is none. */
function literal(node) {
  if (node?.type === "StringLiteral") return node.value;
  if (node?.type !== "TemplateLiteral") return undefined;
  const { quasis, expressions } = node;
  return quasis.map(({ cooked }, i) => cooked + (i < expressions.length ? "…" : "")).join("");
}

/** What stands between the tags of an element. */
function childText(child) {
  if (child.type === "JSXText") return child.value;
  return child.type === "JSXExpressionContainer" ? (literal(child.expression) ?? "…") : "";
}

/** Nodes that have no text of the interface in them. */
const PASSED = new Set([
  ...["ImportDeclaration", "ExportAllDeclaration", "TsTypeAliasDeclaration"],
  ...["TsInterfaceDeclaration", "TsTypeAnnotation", "TsTypeParameterInstantiation"],
]);

/**
 * The texts of one source file, in their order.
 *
 * @param file its path, for what it is and for its place
 */
export function textsOf(source, file) {
  const tree = parseSync(source, {
    ...{ syntax: "typescript", tsx: file.endsWith(".tsx"), decorators: true },
  });
  const bytes = Buffer.from(source);
  const first = leading(source);
  // The parser counts bytes, from its first token on.
  const lineAt = (byte) => {
    const before = bytes.subarray(0, first + Math.max(0, byte - tree.span.start));
    return before.toString().split("\n").length;
  };
  const texts = [];
  const add = ({ start }, text) => {
    const plain = text.replace(/\s+/g, " ").trim();
    if (/\p{L}/u.test(plain)) texts.push({ file, line: lineAt(start), text: plain });
  };
  const named = (name, value) => {
    if (!UNREAD.test(name)) walk(value, name);
  };
  const each = {
    JSXElement: ({ span, opening, children }) => {
      if (children.some((child) => child.type === "JSXText" && child.value.trim() !== ""))
        add(span, children.map(childText).join(""));
      walk(opening?.attributes);
      walk(children.filter(({ type }) => type !== "JSXText"));
    },
    JSXAttribute: ({ name, value }) => named(String(name.value ?? name.name?.value ?? ""), value),
    KeyValueProperty: ({ key, value }) => named(String(key.value ?? ""), value),
    ConditionalExpression: ({ test, consequent, alternate }, name) => {
      walk(test);
      walk([consequent, alternate], name);
    },
    literal: (node, name) => {
      const text = literal(node);
      const isRead = READ.test(name) ? !isIdentifier(text) : isSentence(text);
      if (isRead) add(node.span, text);
      walk(node.expressions);
    },
  };
  each.JSXFragment = each.JSXElement;
  each.StringLiteral = each.literal;
  each.TemplateLiteral = each.literal;
  for (const type of ["JSXExpressionContainer", "ParenthesisExpression"])
    each[type] = ({ expression }, name) => walk(expression, name);
  /** @param name of the attribute or field that a node is the value of */
  function walk(node, name = "") {
    if (Array.isArray(node)) for (const one of node) walk(one, name);
    else if (node !== null && typeof node === "object" && !PASSED.has(node.type)) {
      const known = each[node.type];
      if (known) known(node, name);
      else for (const [key, value] of Object.entries(node)) if (key !== "span") walk(value);
    }
  }
  walk(tree.body);
  return texts;
}

/** Bytes before the first token. */
function leading(source) {
  const [before = ""] = /^(\s|\/\/.*\n|\/\*[\s\S]*?\*\/)*/.exec(source) ?? [];
  return Buffer.byteLength(before);
}

const isSource = (name) =>
  /\.tsx?$/.test(name) && !/\.test\.|testing\/|\.d\.ts$|liveRuntime/.test(name);

/** All texts by screen. */
export function textsByScreen() {
  const seen = new Set();
  return SCREENS.map(([screen, folder]) => {
    const files = readdirSync(join(ROOT, folder), { recursive: true })
      .filter(isSource)
      .map((name) => join(ROOT, folder, name))
      .filter((file) => !seen.has(file))
      .sort();
    for (const file of files) seen.add(file);
    const texts = files.flatMap((file) =>
      textsOf(readFileSync(file, "utf8"), relative(ROOT, file)),
    );
    return { screen, texts };
  });
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? "").href) {
  const word = process.argv[2]?.toLowerCase() ?? "";
  for (const { screen, texts } of textsByScreen()) {
    const shown = texts.filter(({ text }) => text.toLowerCase().includes(word));
    if (shown.length > 0) console.log(`\n${screen} (${shown.length})`);
    for (const { file, line, text } of shown) console.log(`  ${text}    ${file}:${line}`);
  }
}
