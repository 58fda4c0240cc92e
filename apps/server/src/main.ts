import { pino } from "pino";
import { createApp } from "./createApp.ts";
import { readSettings } from "./settings.ts";

const log = pino({ level: process.env.LEVITAS_LOG || "info" });
try {
  const settings = readSettings(process.env);
  const app = await createApp(settings, log);
  await app.listen(settings.port, settings.host);
  // The parent that started us, or a person, reads this line to know where to go.
  process.stdout.write(`Levitas is at ${await app.getUrl()}\n`);
} catch (error) {
  if (!(error instanceof Error)) throw error;
  const inUse = "code" in error && error.code === "EADDRINUSE";
  log.error(
    inUse ? `${error.message}. Stop the other program, or set LEVITAS_PORT.` : error.message,
  );
  if (!inUse && !(error instanceof RangeError)) log.error(error.stack);
  process.exitCode = 1;
}
