import { ensureBuilt, ensureInstalled } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
