// npm run coverage: how much of the core, the command line and the server their own tests go through.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureInstalled, run } from "./lib.mjs";

const PARTS = { core: "packages/core/src", cli: "apps/cli/src", server: "apps/server/src" };

ensureInstalled();
process.env.NODE_OPTIONS = "--experimental-vm-modules --no-warnings";
const folder = mkdtempSync(join(tmpdir(), "levitas-coverage-"));
for (const [project, sources] of Object.entries(PARTS)) {
  console.log(`— ${project}`);
  const files = [`${sources}/**/*.ts`, "!**/*.test.ts", "!**/testing/**", "!**/*.d.ts"];
  run("jest", [
    ...["--selectProjects", project, "--maxWorkers=2", "--silent", "--testTimeout=120000"],
    ...["--coverage", "--coverageProvider=v8", "--coverageReporters=text-summary"],
    ...[`--coverageDirectory=${folder}`, ...files.map((glob) => `--collectCoverageFrom=${glob}`)],
  ]);
}
rmSync(folder, { recursive: true, force: true });
