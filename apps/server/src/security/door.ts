import { timingSafeEqual } from "node:crypto";
import type { NextFunction, Request, Response } from "express";
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
    const asked = new URL(request.originalUrl, "http://levitas");
    const given = asked.searchParams.get("token");
    if (given !== null && same(given, settings.token) && READING.has(request.method)) {
      asked.searchParams.delete("token");
      response.cookie(COOKIE, given, { httpOnly: true, sameSite: "strict" });
      // One leading slash: "//host" would lead to another site.
      return response.redirect(303, `/${(asked.pathname + asked.search).replace(/^\/+/, "")}`);
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
    if (key === name && value !== undefined) return decodeURIComponent(value);
  }
  return undefined;
}

function same(a: string, b: string): boolean {
  const left = Buffer.from(a);
  const right = Buffer.from(b);
  return left.length === right.length && timingSafeEqual(left, right);
}
