// npm test [-- jest arguments]: every test within minutes, as it is shipped. The last line counts.
// npm run test:all: the whole matrix: every format at every moment, every random case, other engines.
// npm run test:one -- PATH: the suites whose path matches, without a build.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  ensureBuilt,
  ensureChromium,
  ensureEngines,
  ensureInstalled,
  fail,
  findFirefox,
  ROOT,
} from "./lib.mjs";

const [mode, ...given] = process.argv.slice(2);
const isOne = mode === "--one";
const isAll = mode === "--all";
const more = isOne || isAll ? given : process.argv.slice(2);
if (isOne && more.length === 0) fail("Give a path: npm run test:one -- packages/core/src/curve");

ensureInstalled();
// What runs in a browser is tested as it is shipped; a single suite of the core needs neither.
const needsBrowser = isOne
  ? more.some((path) => path.includes("e2e"))
  : !more.includes("--selectProjects") || /e2e|timing|engines/.test(more.join(" "));
if (!isOne || needsBrowser) ensureBuilt();
const env = { ...process.env };
if (needsBrowser) env.CHROMIUM = ensureChromium();
if (isAll) {
  env.LEVITAS_FULL = "1";
  Object.assign(env, ensureEngines());
} else if (needsBrowser) env.FIREFOX ??= findFirefox() ?? "";
const folder = mkdtempSync(join(tmpdir(), "levitas-test-"));

/** Runs Jest with some arguments and reads what it counted; undefined where it did not come to its end. */
function run(name, args) {
  const output = join(folder, `${name}.json`);
  const jest = ["--experimental-vm-modules", "--no-warnings", "node_modules/jest/bin/jest.js"];
  // A loaded machine is no failure; a test that hangs is, a minute later.
  const settings = ["--json", `--outputFile=${output}`, "--testTimeout=60000"];
  const { status } = spawnSync(process.execPath, [...jest, ...settings, ...args], {
    ...{ cwd: ROOT, stdio: ["ignore", "ignore", "inherit"], env },
  });
  try {
    return { status, ...JSON.parse(readFileSync(output, "utf8")) };
  } catch {
    return undefined;
  }
}

/** Three at a time: those of the browser wait for frames more often than they compute; other engines still more. Jest keeps the modules of each suite, so that workers are renewed. */
const MANY = [`--maxWorkers=${isAll ? 4 : 3}`, "--workerIdleMemoryLimit=1200MB"];
const UNTIMED = ["core", "cli", "server", "web", "scripts", "e2e", ...(isAll ? ["engines"] : [])];
const begin = Date.now();
const runs =
  more.length > 0
    ? [run("given", ["--runInBand", ...more])]
    : [
        run("all", ["--selectProjects", ...UNTIMED, ...MANY]),
        // Frames and costs measured beside other tests would say nothing.
        run("timing", ["--selectProjects", "timing", "--runInBand"]),
      ];
rmSync(folder, { recursive: true, force: true });
if (runs.includes(undefined)) fail("Jest did not finish; what it printed above says why.");

const suites = runs.flatMap(({ testResults }) => testResults);
const seconds = ({ startTime, endTime }) => Math.round((endTime - startTime) / 1000);
console.log(`${Math.round((Date.now() - begin) / 1000)} s. The slowest suites:`);
for (const suite of [...suites].sort((a, b) => seconds(b) - seconds(a)).slice(0, 10))
  console.log(`  ${seconds(suite)} s ${suite.name.slice(ROOT.length + 1)}`);
const retried = suites
  .flatMap(({ assertionResults }) => assertionResults)
  .filter(({ invocations }) => invocations > 1);
for (const { fullName } of retried) console.log(`Tried a second time: ${fullName}`);
console.log(`${retried.length} ${retried.length === 1 ? "test was" : "tests were"} retried.`);
const sum = (read) => runs.reduce((total, each) => total + read(each), 0);
const left = sum(({ numPendingTests }) => numPendingTests);
if (left > 0 && !isAll) console.log(`${left} tests are left to npm run test:all.`);
const passed = sum(({ numPassedTests }) => numPassedTests);
// A file that could not even be loaded counts as a failure, though it holds no counted test.
const failed = sum((each) => each.numFailedTests + each.numRuntimeErrorTestSuites);
console.log(`${passed} passed, ${failed} failed`);
const allEnded = runs.every(({ status }) => status === 0);
process.exit(allEnded && failed === 0 && passed > 0 ? 0 : 1);
