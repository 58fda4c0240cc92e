import { pino } from "pino";
import { readSettings } from "./settings.ts";
import { startServer } from "./start.ts";
import { StartError } from "./startError.ts";

try {
  const settings = readSettings(process.env);
  const { url } = await startServer(settings, pino({ level: settings.logLevel }));
  // The parent that started us, or a person, reads this line to know where to go.
  process.stdout.write(`Levitas is at ${url}\n`);
} catch (error) {
  const isSaid = error instanceof StartError || error instanceof RangeError;
  process.stderr.write(
    `${isSaid ? error.message : `Levitas could not start. ${error instanceof Error ? error.stack : error}`}\n`,
  );
  process.exitCode = 1;
}
