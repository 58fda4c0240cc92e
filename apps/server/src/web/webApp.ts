import { existsSync } from "node:fs";
import { join } from "node:path";
import type { NestExpressApplication } from "@nestjs/platform-express";
import type { NextFunction, Request, Response } from "express";

/** Serves the built web app: files by name, its one page for every address that is no file. */
export function serveWebApp(app: NestExpressApplication, folder: string): void {
  const page = join(folder, "index.html");
  app.useStaticAssets(folder, {
    index: false,
    setHeaders: (response: Response, path: string) => {
      // Names of built files carry a hash of their content.
      const lasting = path.includes("/assets/");
      response.setHeader(
        "Cache-Control",
        lasting ? "public, max-age=31536000, immutable" : "no-cache",
      );
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage =
      request.method === "GET" &&
      !/^\/(api|previews)(\/|$)/.test(request.path) &&
      !/\.\w+$/.test(request.path);
    if (!isPage || !existsSync(page)) return next();
    response.setHeader("Cache-Control", "no-cache");
    // By its folder: a checkout below a folder whose name begins with a dot would be refused otherwise.
    response.sendFile("index.html", { root: folder, dotfiles: "allow" });
  });
}
