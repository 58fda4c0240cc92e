// npm start: install what is missing, build what changed, serve. The server migrates and seeds.
import { become, ensureBuilt, ensureInstalled, SERVER } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
become(process.execPath, [SERVER]);
