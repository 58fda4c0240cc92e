import "reflect-metadata";
import type { IncomingMessage, Server, ServerResponse } from "node:http";
import { NestFactory } from "@nestjs/core";
import { ExpressAdapter, type NestExpressApplication } from "@nestjs/platform-express";
import { DocumentBuilder, SwaggerModule } from "@nestjs/swagger";
import type { NextFunction, Request, Response } from "express";
import helmet from "helmet";
import type { Logger as PinoLogger } from "pino";
import { pinoHttp } from "pino-http";
import { appModule } from "./app.module.ts";
import { openDatabase } from "./database/database.ts";
import type { DataFolder } from "./database/dataFolder.ts";
import { FaultFilter } from "./faults/faultFilter.ts";
import { inputValidation } from "./faults/validation.ts";
import { NestLog } from "./log.ts";
import {
  declaredLength,
  LARGEST_BODY,
  LARGEST_PREVIEW,
  verifyBody,
} from "./security/bodyLimits.ts";
import { door } from "./security/door.ts";
import type { Settings } from "./settings.ts";
import { serveWebApp } from "./web/webApp.ts";

const DOCS = "api/docs";

/** Express on a server that listens already. */
class BoundAdapter extends ExpressAdapter {
  constructor(private readonly bound: Server) {
    super();
  }

  override initHttpServer(): void {
    this.httpServer = this.bound;
  }
}

/** Opens the database and puts the app together on a server that listens already; it answers from now on. */
export async function createApp(
  settings: Settings,
  log: PinoLogger,
  folder: DataFolder,
  server: Server,
): Promise<NestExpressApplication> {
  const db = openDatabase(settings.data);
  const app = await NestFactory.create<NestExpressApplication>(
    appModule(settings, db, folder),
    new BoundAdapter(server),
    { logger: new NestLog(log), bodyParser: false, abortOnError: false },
  );
  app.disable("x-powered-by");
  app.set("etag", false);
  app.use(
    pinoHttp<IncomingMessage, ServerResponse>({
      logger: log,
      customLogLevel: (_request, response) =>
        response.statusCode >= 500 ? "error" : response.statusCode >= 400 ? "warn" : "debug",
      // Headers may carry the token; what was asked and how it ended is enough.
      serializers: {
        req: (request: { method: string; url: string }) => ({
          method: request.method,
          url: request.url.replace(/token=[^&]*/, "token=…"),
        }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
    }),
  );
  const strict = contentPolicy(["'self'"]);
  // The page that shows the API brings inline styles and scripts of its own.
  const docs = contentPolicy(["'self'", "'unsafe-inline'"]);
  app.use((request: Request, response: Response, next: NextFunction) =>
    (request.path.startsWith(`/${DOCS}`) ? docs : strict)(request, response, next),
  );
  app.use(door(settings));
  // Nest hands these on to the body parser; its type names only some of them.
  const parsing = { limit: LARGEST_BODY, verify: verifyBody };
  app.use(declaredLength);
  app.useBodyParser("json", parsing);
  app.useBodyParser("text", { type: "text/html", limit: LARGEST_PREVIEW });
  app.useGlobalPipes(inputValidation());
  app.useGlobalFilters(new FaultFilter());
  app.enableShutdownHooks();
  SwaggerModule.setup(
    DOCS,
    app,
    SwaggerModule.createDocument(
      app,
      new DocumentBuilder()
        .setTitle("Levitas")
        .setDescription("Studies over HTTP.")
        .setVersion("1")
        .build(),
    ),
    { jsonDocumentUrl: "api/openapi.json" },
  );
  serveWebApp(app, settings.web);
  await app.init();
  server.removeAllListeners("request");
  server.on("request", app.getHttpAdapter().getInstance());
  return app;
}

function contentPolicy(own: string[]) {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: own,
        styleSrc: own,
        imgSrc: ["'self'", "data:", "blob:"],
        // Video that was made here is shown before it is saved.
        mediaSrc: ["'self'", "blob:"],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    // The server speaks plain HTTP on the loopback address.
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: false,
    referrerPolicy: { policy: "no-referrer" },
  });
}
