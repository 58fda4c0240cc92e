// npm run -s levitas -- …: the command line, built if need be.
import { become, ensureBuilt, ensureInstalled } from "./lib.mjs";

// Standard output belongs to the command's results.
console.log = console.error;
ensureInstalled();
ensureBuilt();
become(process.execPath, ["apps/cli/dist/main.js", ...process.argv.slice(2)]);
