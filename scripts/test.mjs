// npm test [-- jest arguments]: everything, as it is shipped. The last line counts.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt, ensureChromium, ensureInstalled, fail, ROOT } from "./lib.mjs";

ensureInstalled();
ensureBuilt();
const chromium = ensureChromium();
const folder = mkdtempSync(join(tmpdir(), "levitas-test-"));
const output = join(folder, "result.json");
const result = spawnSync(
  process.execPath,
  [
    "--experimental-vm-modules",
    "--no-warnings",
    join(ROOT, "node_modules/jest/bin/jest.js"),
    "--json",
    `--outputFile=${output}`,
    // One after another: frame times measured beside other tests would say nothing.
    "--runInBand",
    // A loaded machine is no failure; a test that hangs is, a minute later.
    "--testTimeout=60000",
    // A failed test may leave a server or a browser open; that must not keep the run from ending.
    "--forceExit",
    ...process.argv.slice(2),
  ],
  {
    cwd: ROOT,
    stdio: ["ignore", "ignore", "inherit"],
    env: { ...process.env, CHROMIUM: chromium },
  },
);
let counts;
try {
  counts = JSON.parse(readFileSync(output, "utf8"));
} catch {
  fail("Jest did not finish; what it printed above says why.");
} finally {
  rmSync(folder, { recursive: true, force: true });
}
const retried = counts.testResults
  .flatMap(({ assertionResults }) => assertionResults)
  .filter(({ invocations }) => invocations > 1);
for (const { fullName } of retried) console.log(`Tried a second time: ${fullName}`);
console.log(`${retried.length} ${retried.length === 1 ? "test was" : "tests were"} retried.`);
// A file that could not even be loaded counts as a failure, though it holds no counted test.
const failed = counts.numFailedTests + counts.numRuntimeErrorTestSuites;
console.log(`${counts.numPassedTests} passed, ${failed} failed`);
process.exit(result.status === 0 && failed === 0 && counts.numPassedTests > 0 ? 0 : 1);
