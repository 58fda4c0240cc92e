import { type Budget, DOCUMENT_BUDGET, overBudget } from "@levitas/core/fault";
import type { NextFunction, Request, Response } from "express";
import { FaultsError } from "../faults/faultsError.ts";

/** Largest body that is read, as express writes sizes. */
export const LARGEST_BODY = "24mb";

/** A request holds a document, a few levels deep. */
const REQUEST_BUDGET: Budget = { ...DOCUMENT_BUDGET, depth: DOCUMENT_BUDGET.depth + 20 };

/** Refuses bodies that nest too deep or hold too much, before anything walks or copies them. */
export function bodyLimits(request: Request, _response: Response, next: NextFunction) {
  const excess = overBudget(request.body, REQUEST_BUDGET);
  if (!excess) return next();
  const status = excess.code === "too-deep" || excess.code === "reserved-name" ? 400 : 413;
  next(new FaultsError(status, [excess]));
}
