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

/** Runs Jest with some arguments and reads what it counted; undefined where it did not come to its end. */
function run(name, more) {
  const output = join(folder, `${name}.json`);
  const { status } = spawnSync(
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
      ...more,
    ],
    {
      cwd: ROOT,
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, CHROMIUM: chromium },
    },
  );
  try {
    return { status, ...JSON.parse(readFileSync(output, "utf8")) };
  } catch {
    return undefined;
  }
}

const given = process.argv.slice(2);
// Several processes: Jest keeps the modules of every suite, which together take more than Node's 4 GB.
const PARTS = { e2e: 2, core: 4, cli: 1, server: 1, web: 1, scripts: 1 };
const runs =
  given.length > 0
    ? [run("given", given)]
    : Object.entries(PARTS).flatMap(([project, parts]) =>
        Array.from({ length: parts }, (_, i) =>
          run(`${project}-${i}`, ["--selectProjects", project, `--shard=${i + 1}/${parts}`]),
        ),
      );
rmSync(folder, { recursive: true, force: true });
if (runs.includes(undefined)) fail("Jest did not finish; what it printed above says why.");
const retried = runs
  .flatMap(({ testResults }) => testResults)
  .flatMap(({ assertionResults }) => assertionResults)
  .filter(({ invocations }) => invocations > 1);
for (const { fullName } of retried) console.log(`Tried a second time: ${fullName}`);
console.log(`${retried.length} ${retried.length === 1 ? "test was" : "tests were"} retried.`);
const sum = (read) => runs.reduce((total, each) => total + read(each), 0);
const passed = sum(({ numPassedTests }) => numPassedTests);
// A file that could not even be loaded counts as a failure, though it holds no counted test.
const failed = sum((each) => each.numFailedTests + each.numRuntimeErrorTestSuites);
console.log(`${passed} passed, ${failed} failed`);
const allEnded = runs.every(({ status }) => status === 0);
process.exit(allEnded && failed === 0 && passed > 0 ? 0 : 1);
