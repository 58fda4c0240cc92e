import type { NextFunction, Request, Response } from "express";
import { FaultsError } from "../faults/faultsError.ts";

/** Largest body that is read, as express writes sizes. */
export const LARGEST_BODY = "24mb";

const DEEPEST = 80;
const MOST_OBJECTS = 500_000;

/** Refuses bodies that nest too deep or hold too many objects, before anything walks them. */
export function bodyLimits(request: Request, _response: Response, next: NextFunction) {
  let level: unknown[] = [request.body];
  let seen = 0;
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST)
      return next(
        FaultsError.one(
          400,
          "too-deep",
          `The request nests deeper than ${DEEPEST} levels.`,
          "Send it flatter.",
        ),
      );
    const below: unknown[] = [];
    for (const value of level) {
      if (typeof value !== "object" || value === null) continue;
      if (++seen > MOST_OBJECTS)
        return next(
          FaultsError.one(
            413,
            "too-many-objects",
            `The request holds more than ${MOST_OBJECTS} objects.`,
            "Send fewer.",
          ),
        );
      for (const each of Object.values(value)) below.push(each);
    }
    level = below;
  }
  next();
}
