import { timingSafeEqual } from "node:crypto";
import type { NextFunction, Request, Response } from "express";
import { rateLimit } from "express-rate-limit";
import { FaultsError } from "../faults/faultsError.ts";
import { isLoopback, type Settings } from "../settings.ts";

const COOKIE = "levitas_token";
const READING = new Set(["GET", "HEAD", "OPTIONS"]);

/**
 * Lets in who may come in: requests that name this server in Host (so that no other site can reach
 * it through a name of its own), that write only from our own pages (Origin), and that show the
 * access token where one is set.
 */
export function door(settings: Pick<Settings, "host" | "token">) {
  const check = ownDoor(settings);
  if (settings.token === "") return check;
  const slow = guessing();
  return (request: Request, response: Response, next: NextFunction) =>
    void slow(request, response, (error?: unknown) =>
      error ? next(error) : check(request, response, next),
    );
}

/** How many requests without the right token an address may send in a minute before it has to wait. */
const MOST_GUESSES = 60;

/** Has those wait who guess at the token: from then on even a right one is not looked at until the minute is over. */
function guessing() {
  return rateLimit({
    ...{ windowMs: 60_000, limit: MOST_GUESSES, standardHeaders: "draft-8", legacyHeaders: false },
    // Counted are those that were sent away; the requests of who may come in are free.
    skipSuccessfulRequests: true,
    requestWasSuccessful: (_, { statusCode }) => statusCode !== 401,
    // What a proxy says of addresses is not believed unless it is set up to be.
    validate: { xForwardedForHeader: false },
    handler: (_, __, next) =>
      next(
        FaultsError.one(
          429,
          "too-many-tries",
          "There were too many requests with a wrong access token.",
          "Wait a minute, then use the right one.",
        ),
      ),
  });
}

function ownDoor(settings: Pick<Settings, "host" | "token">) {
  return (request: Request, response: Response, next: NextFunction) => {
    const host = request.headers.host ?? "";
    const name = host.replace(/:\d+$/, "").replace(/^\[|\]$/g, "");
    // Behind a wildcard address any name may lead here; the token then keeps strangers out.
    const known = isLoopback(name) || name === settings.host || settings.token !== "";
    if (!known)
      return next(
        FaultsError.one(
          421,
          "wrong-host",
          `The request was sent to ${JSON.stringify(host.slice(0, 100))}.`,
          "Open Levitas by the address it prints when it starts.",
        ),
      );
    const { origin } = request.headers;
    const site = request.headers["sec-fetch-site"];
    const foreign =
      (origin !== undefined && origin.replace(/^https?:\/\//, "") !== host) ||
      site === "cross-site";
    if (foreign && !(READING.has(request.method) && !request.path.startsWith("/api")))
      return next(
        FaultsError.one(
          403,
          "wrong-origin",
          `The request came from ${JSON.stringify((origin ?? site ?? "").slice(0, 100))}.`,
          "Use Levitas from its own pages.",
        ),
      );
    if (settings.token === "") return next();
    // Split by hand: an address from outside may be none that URL can take.
    const cut = request.originalUrl.indexOf("?");
    const path = cut < 0 ? request.originalUrl : request.originalUrl.slice(0, cut);
    const query = new URLSearchParams(cut < 0 ? "" : request.originalUrl.slice(cut));
    const given = query.get("token");
    if (given !== null && same(given, settings.token) && READING.has(request.method)) {
      query.delete("token");
      response.cookie(COOKIE, given, { httpOnly: true, sameSite: "strict" });
      const rest = query.toString();
      // Only a path on this server: "//host", "/\\host" and "http://host" would lead to another site.
      const isInside = /^\/(?!\/)[^\\]*$/.test(path);
      return response.redirect(303, `${isInside ? path : "/"}${rest ? `?${rest}` : ""}`);
    }
    const shown =
      request.headers.authorization?.replace(/^Bearer /, "") ??
      cookie(request.headers.cookie ?? "", COOKIE);
    if (shown !== undefined && same(shown, settings.token)) return next();
    next(
      FaultsError.one(
        401,
        "no-token",
        "This server asks for an access token.",
        "Open it as /?token=TOKEN, or send Authorization: Bearer TOKEN.",
      ),
    );
  };
}

function cookie(header: string, name: string): string | undefined {
  for (const part of header.split(";")) {
    const [key, value] = part.trim().split("=");
    if (key === name && value !== undefined) return decoded(value);
  }
  return undefined;
}

/** A cookie's value; what is not well encoded is taken as it is. */
function decoded(value: string): string {
  try {
    return decodeURIComponent(value);
  } catch (error) {
    if (!(error instanceof URIError)) throw error;
    return value;
  }
}

function same(a: string, b: string): boolean {
  const left = Buffer.from(a);
  const right = Buffer.from(b);
  return left.length === right.length && timingSafeEqual(left, right);
}
