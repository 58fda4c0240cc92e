// npm run bench: how fast the core is, as ratios to plain loops in the same run.
import { become, ensureBuilt, ensureInstalled } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
become(process.execPath, ["packages/core/bench/run.mjs"]);
