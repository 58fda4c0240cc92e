// npm start: install what is missing, build what changed, serve. The server migrates and seeds.
import { become, ensureBuilt, ensureInstalled } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
become(process.execPath, ["apps/server/dist/main.js"]);
