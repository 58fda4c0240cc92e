// npm run check: types, format and lint, direction of imports.
import { rmSync } from "node:fs";
import { join } from "node:path";
import { ensureInstalled, ROOT, run } from "./lib.mjs";

ensureInstalled();
const web = join(ROOT, "apps/web");
const cruise = join(web, "cruise");
const steps = [
  ["types of core, command line and server", "tsc", ["-b"]],
  ["types of the web app", "tsc", ["-p", web]],
  ["types of the tests", "tsc", ["-p", join(ROOT, "tsconfig.tests.json")]],
  ["format and lint", "biome", ["ci", "--error-on-warnings", "."]],
  // dependency-cruiser reads no TSX without an older TypeScript, so the screens are cruised compiled.
  [
    "web app, compiled for its imports",
    "tsc",
    [
      ...["-p", web, "--noEmit", "false", "--outDir", cruise, "--rootDir", ROOT],
      ...["--allowImportingTsExtensions", "false", "--rewriteRelativeImportExtensions", "true"],
      ...["--sourceMap", "false", "--declaration", "false"],
    ],
  ],
  [
    "direction of imports",
    "depcruise",
    ["packages/core/src", "apps/cli/src", "apps/server/src", "apps/web/cruise/apps/web/src"],
  ],
];
rmSync(cruise, { recursive: true, force: true });
let failures = 0;
for (const [what, program, args] of steps) {
  console.log(`— ${what}`);
  try {
    run(program, args);
  } catch {
    failures++;
  }
}
process.exit(failures === 0 ? 0 : 1);
