import { calcFromComponentValues } from "@csstools/css-calc";
import {
  type ComponentValue,
  isCommentNode,
  isFunctionNode,
  isSimpleBlockNode,
  isTokenNode,
  isWhitespaceNode,
  parseListOfComponentValues,
} from "@csstools/css-parser-algorithms";
import {
  type CSSToken,
  isTokenColon,
  isTokenComma,
  isTokenDimension,
  isTokenIdent,
  isTokenNumber,
  isTokenPercentage,
  isTokenString,
  NumberType,
  ParseErrorMessage,
  TokenType,
  tokenize,
} from "@csstools/css-tokenizer";
import { bad, good, type Result } from "../fault/index.ts";
import { type Argument, type Call, type Item, quote, shiftDecimals, textFault } from "./call.ts";

/** The longest curve text that is read at all, in UTF-16 units; a path of 2,000 points needs more. */
const LONGEST_TEXT = 80_000;
const LONGEST_PATH = 320_000;

/** The largest number of tokens in a curve text; 16,000 stops have fewer. */
const MOST_TOKENS = 60_000;

/** The deepest nesting of brackets; CSS curve text needs two levels, calc() a few more. */
const DEEPEST_NESTING = 32;

/** Most values in a calc(): its reader gives up, by throwing, at some 50,000 of them. */
const LONGEST_CALC = 1000;

const CLOSERS: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** Reads `name` or `name(arguments)`, nothing else, comments and white space aside. */
export function readCall(text: string): Result<Call> {
  // From outside, whatever its type says.
  if (typeof text !== "string")
    return bad(
      textFault("not-a-text", 0, "Found no text.", "Give a curve as text, such as ease-out."),
    );
  const longest = /^\s*path\(/i.test(text) ? LONGEST_PATH : LONGEST_TEXT;
  if (text.length > longest)
    return bad(
      textFault(
        "text-too-long",
        longest,
        `The text is longer than ${longest} letters.`,
        "Write it shorter; a curve needs fewer points than that.",
      ),
    );
  const closed = closeAtEnd(text);
  if (!closed.ok) return closed;
  const read = readClosed(closed.value);
  // A closing bracket that was added at the end has no place in the original text.
  if (read.ok)
    return good({
      ...read.value,
      end: Math.min(read.value.end, text.length + 1),
      args: read.value.args.map((arg) => ({ ...arg, at: Math.min(arg.at, text.length) })),
    });
  const faults = read.faults.map((fault) => ({
    ...fault,
    at: Math.min(fault.at ?? 0, text.length),
  }));
  return { ok: false, faults };
}

function brokenText(at: number): ReturnType<typeof bad> {
  return bad(textFault("broken-text", at, "The text breaks off here.", "Close it."));
}

/** A text that is closed at its end, with its tokens if they are known already: finding them is most of the work. */
interface Closed {
  readonly text: string;
  readonly tokens?: CSSToken[];
}

/**
 * The text with everything that is still open at its end closed, as browsers do (CSS Syntax 3, section 5.4: at the end
 * of the text every open function, bracket, string and comment ends). A string that a line feed breaks off is a fault.
 */
function closeAtEnd(text: string): Result<Closed> {
  let whole = text;
  let problem: number | undefined;
  const tokens = tokenize(
    { css: text },
    {
      onParseError: (error) => {
        if (error.message === ParseErrorMessage.UnexpectedEOFInComment) whole = `${text}*/`;
        else if (error.message === ParseErrorMessage.UnexpectedEOFInString)
          whole = text + text.charAt(error.sourceStart);
        else problem ??= error.sourceStart;
      },
    },
  );
  if (problem !== undefined) return brokenText(problem);
  if (tokens.length > MOST_TOKENS)
    return bad(
      textFault("text-too-long", text.length, "The text has too many values.", "Give fewer."),
    );
  // A closing bracket that matches nothing closes nothing, as in CSS.
  const open: string[] = [];
  for (const token of tokens) {
    const closer = CLOSERS[token[1].at(-1) ?? ""];
    if (closer && token[0] !== TokenType.String) open.push(closer);
    else if (open.length > 0 && token[1] === open.at(-1)) open.pop();
    if (open.length > DEEPEST_NESTING)
      return bad(
        textFault("too-deep", token[2], "Brackets nest too deep here.", "Write it flatter."),
      );
  }
  const closed = whole + open.reverse().join("");
  return good(closed === text ? { text, tokens } : { text: closed });
}

function readClosed({ text, tokens: known }: Closed): Result<Call> {
  let problem: number | undefined;
  const onParseError = (error: { readonly sourceStart: number }) => {
    problem ??= error.sourceStart;
  };
  const tokens = known ?? tokenize({ css: text }, { onParseError });
  if (problem !== undefined) return brokenText(problem);
  const nodes = parseListOfComponentValues(tokens).filter(isMeaningful);
  const [node, extra] = nodes;
  if (!node)
    return bad(textFault("empty-text", 0, "There is no text.", 'Write a curve, such as "ease".'));
  if (extra)
    return bad(
      textFault(
        "extra-text",
        placeOf(extra),
        `Found ${quote(extra.toString())} after the curve.`,
        "Take it away.",
      ),
    );
  if (isFunctionNode(node))
    return good({
      name: node.getName().toLowerCase(),
      isFunction: true,
      at: node.name[2],
      end: node.endToken[3] + 1,
      args: readArguments(node.value, node.endToken[2]),
    });
  if (isTokenNode(node) && isTokenIdent(node.value))
    return good({
      name: node.value[4].value.toLowerCase(),
      isFunction: false,
      at: node.value[2],
      end: node.value[3] + 1,
      args: [],
    });
  return bad(
    textFault(
      "no-curve",
      placeOf(node),
      `Found ${quote(node.toString())}.`,
      'Begin with the name of a curve, such as "ease" or "cubic-bezier(".',
    ),
  );
}

function isMeaningful(node: ComponentValue): boolean {
  return !isWhitespaceNode(node) && !isCommentNode(node);
}

/**
 * Where a value begins in the text. Asking the node for all of its tokens would copy them once for every bracket
 * around them.
 */
function placeOf(node: ComponentValue): number {
  if (isFunctionNode(node)) return node.name[2];
  if (isSimpleBlockNode(node)) return node.startToken[2];
  if (isTokenNode(node)) return node.value[2];
  return node.tokens()[0]?.[2] ?? 0;
}

function isComma(node: ComponentValue): boolean {
  return isTokenNode(node) && isTokenComma(node.value as CSSToken);
}

function readArguments(values: readonly ComponentValue[], end: number): Argument[] {
  const nodes = values.filter(isMeaningful);
  if (nodes.length === 0) return [];
  const groups: { at: number; nodes: ComponentValue[] }[] = [{ at: -1, nodes: [] }];
  for (const node of nodes) {
    if (isComma(node)) groups.push({ at: placeOf(node) + 1, nodes: [] });
    else groups.at(-1)?.nodes.push(node);
  }
  return groups.map(({ at, nodes: group }) => ({
    at: group[0] ? placeOf(group[0]) : at >= 0 ? at : end,
    text: group.map((node) => node.toString()).join(" "),
    items: group.map(readItem),
  }));
}

function readItem(node: ComponentValue): Item {
  if (isTokenNode(node)) {
    const token = node.value;
    if (isTokenNumber(token) && Number.isFinite(token[4].value))
      return {
        type: "number",
        value: token[4].value,
        whole: token[4].type === NumberType.Integer,
        computed: false,
      };
    if (isTokenPercentage(token) && Number.isFinite(token[4].value))
      return { type: "percentage", fraction: shiftDecimals(token[1].slice(0, -1), -2) };
    if (isTokenDimension(token) && Number.isFinite(token[4].value))
      return { type: "dimension", value: token[4].value, unit: token[4].unit.toLowerCase() };
    if (isTokenString(token)) return { type: "string", text: token[4].value };
    if (isTokenColon(token)) return { type: "colon" };
    if (isTokenIdent(token)) return { type: "word", word: token[4].value.toLowerCase() };
    return { type: "other" };
  }
  if (isFunctionNode(node)) {
    // calc(), min(), max() and the like are computed to plain numbers; what cannot be computed here is not a value.
    if (node.value.length > LONGEST_CALC) return { type: "other" };
    const [[solved] = []] = calcFromComponentValues([[node]], { precision: 17 });
    if (solved && isTokenNode(solved) && !isTokenDimension(solved.value)) {
      const item = readItem(solved);
      return item.type === "number" ? { ...item, computed: true } : item;
    }
  }
  return { type: "other" };
}
