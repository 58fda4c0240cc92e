import type { IncomingMessage, ServerResponse } from "node:http";
import { type Budget, DOCUMENT_BUDGET } from "@levitas/core/fault";
import type { NextFunction, Request, Response } from "express";
import { FaultsError } from "../faults/faultsError.ts";

/** Largest body that is read, as express writes sizes. */
export const LARGEST_BODY = "24mb";

/** Largest page with a hand-off in it. */
export const LARGEST_PREVIEW = "8mb";

/** A request holds a document, a few levels deep. */
const REQUEST_BUDGET: Budget = { ...DOCUMENT_BUDGET, depth: DOCUMENT_BUDGET.depth + 20 };

/**
 * Refuses a body by its bytes, before it is parsed: one that nests too deep or holds too much would take hundreds of
 * megabytes as objects. For the body parser's `verify`.
 */
export function verifyBody(_request: IncomingMessage, _response: ServerResponse, body: Buffer) {
  const excess = overBudgetInBytes(body, REQUEST_BUDGET);
  if (excess) throw refusal(excess.code, excess.message);
}

/** Largest body that is read where no study comes in, bytes: a thousand curves with all their notes. */
const LARGEST_SMALL_BODY = 8 * 1024 * 1024;

/** Refuses a body by the length it says it has, before any of it is read, where only a study may be so large. */
export function declaredLength(request: Request, _response: Response, next: NextFunction) {
  const length = Number(request.headers["content-length"] ?? 0);
  if (length <= LARGEST_SMALL_BODY || request.path.startsWith("/api/studies")) return next();
  const found = (length / 1e6).toFixed(1);
  next(
    FaultsError.one(
      413,
      "body-too-large",
      `The request holds ${found} MB.`,
      "Send at most 8 MB at once: fewer curves, or shorter ones.",
    ),
  );
}

function refusal(code: string, message: string): FaultsError {
  return FaultsError.one(
    code === "too-deep" ? 400 : 413,
    code,
    message,
    "Send a smaller document.",
  );
}

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const COMMA = 0x2c;
const COLON = 0x3a;

/**
 * How JSON text goes beyond a budget, from its brackets, commas and colons outside of strings; undefined where it keeps
 * it. One pass over the bytes; text that is no JSON is left to the parser.
 */
export function overBudgetInBytes(
  body: Buffer,
  budget: Budget,
): { readonly code: string; readonly message: string } | undefined {
  const fields = new Uint32Array(budget.depth + 2);
  let depth = 0;
  let objects = 0;
  let values = 0;
  for (let i = 0; i < body.length; i++) {
    switch (body[i]) {
      case QUOTE: {
        const begin = i;
        i = endOfText(body, begin);
        // An escape takes six bytes at the most for one letter, UTF-8 three.
        if (i - begin > 6 * budget.text)
          return { code: "too-long", message: `Found a text of more than ${budget.text} letters.` };
        break;
      }
      case 0x7b:
      case 0x5b:
        if (++depth > budget.depth)
          return {
            code: "too-deep",
            message: `Found more than ${budget.depth} levels of nesting.`,
          };
        fields[depth] = 0;
        if (++objects > budget.objects)
          return {
            code: "too-many-objects",
            message: `Found more than ${budget.objects} objects.`,
          };
        break;
      case 0x7d:
      case 0x5d:
        if (depth > 0) depth--;
        break;
      case COLON:
        fields[depth] = (fields[depth] ?? 0) + 1;
        if ((fields[depth] as number) > budget.fields)
          return {
            code: "too-many-fields",
            message: `Found an object with more than ${budget.fields} fields.`,
          };
        break;
      case COMMA:
        if (++values > budget.values)
          return { code: "too-many-values", message: `Found more than ${budget.values} values.` };
        break;
    }
  }
  return undefined;
}

/** Of texts longer than this the end is looked for by the system's own search, which costs more to begin with. */
const SHORT_TEXT = 32;

/** Where a JSON text that begins at a quote ends: the place of its closing quote, or the body's length. */
function endOfText(body: Buffer, begin: number): number {
  let at = begin + 1;
  for (const near = Math.min(begin + SHORT_TEXT, body.length); at < near; at++) {
    if (body[at] === QUOTE) return at;
    if (body[at] === BACKSLASH) at++;
  }
  while (at < body.length) {
    const quote = body.indexOf(QUOTE, at);
    if (quote < 0) return body.length;
    let slashes = 0;
    while (quote - slashes > at && body[quote - slashes - 1] === BACKSLASH) slashes++;
    if (slashes % 2 === 0) return quote;
    at = quote + 1;
  }
  return body.length;
}
