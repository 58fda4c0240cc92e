// npm run dev: the server on its own address, and the web app on 4874, which reloads as it changes.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { become, ensureBuilt, ensureInstalled, ROOT } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
const bin = join(ROOT, "node_modules", ".bin");
const watchers = [
  spawn(join(bin, "tsc"), ["-b", "--watch", "--preserveWatchOutput"], {
    cwd: ROOT,
    stdio: "inherit",
  }),
  spawn(join(bin, "vite"), [], { cwd: join(ROOT, "apps/web"), stdio: "inherit" }),
];
process.on("exit", () => {
  for (const watcher of watchers) watcher.kill();
});
become(process.execPath, ["--watch-path=apps/server/dist", "apps/server/dist/main.js"], {
  LEVITAS_LOG: process.env.LEVITAS_LOG ?? "debug",
});
