// npm start: install what is missing, build what changed, serve. The server migrates and seeds.
import { become, ensureBuilt, ensureInstalled, SERVER } from "./lib.mjs";

ensureInstalled("serve", "Step 1 of 3: ");
ensureBuilt("Step 2 of 3: ");
console.log("Step 3 of 3: starting the server …");
become(process.execPath, [SERVER]);
