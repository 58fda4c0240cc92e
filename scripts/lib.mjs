// What the commands of package.json share. Node's own modules only: these run before anything is
// installed.
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { constants } from "node:os";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), "..");
const NOTES = join(ROOT, "node_modules", ".levitas");

/** Runs a program of node_modules/.bin, or throws with what it was. */
export function run(program, args, options = {}) {
  const bin = join(ROOT, "node_modules", ".bin", program);
  execFileSync(existsSync(bin) ? bin : program, args, { cwd: ROOT, stdio: "inherit", ...options });
}

/**
 * Installs exactly what package-lock.json names, unless that was done already: all of it, or what building and serving
 * need. `npm ci` never rewrites the lock file, so a start leaves the checkout as it was.
 *
 * @param needed "all", or "serve": what only tests and checks need is left out
 * @param step what is said before, such as "Step 1 of 3: "
 */
export function ensureInstalled(needed = "all", step = "") {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    fail(
      `Levitas needs Node 20.19 or newer; this is ${process.version} (${process.execPath}). Install a newer one from your system's packages or nodejs.org, and start again.`,
    );
  const lock = hashOf([join(ROOT, "package-lock.json")]);
  const noted = readNote("installed");
  if (noted === lock || (needed === "serve" && noted === `${lock} serve`)) return ensureRuntime();
  console.log(`${step}installing packages, a minute or so …`);
  const left = needed === "serve" ? ["--omit=dev"] : [];
  const result = spawnSync("npm", ["ci", "--no-audit", "--no-fund", ...left], {
    cwd: ROOT,
    stdio: "inherit",
  });
  if (result.error)
    fail(`npm could not be started (${result.error.message}). Install npm, which comes with Node.`);
  if (result.status !== 0)
    fail(
      "The packages could not be installed; what npm printed above says why. They come from the registry that `npm config get registry` names: it has to be reachable.",
    );
  writeNote("installed", needed === "serve" ? `${lock} serve` : lock);
  ensureRuntime();
}

/** The runtime that the module "live" carries, built from the core's own code; not in the repository. */
export const RUNTIME = "packages/core/src/format/live/liveRuntime.ts";

/** Builds that runtime, unless the core is as it was when it was built last. */
function ensureRuntime() {
  const parts = filesIn("packages/core/src").filter((file) => file !== join(ROOT, RUNTIME));
  const sources = hashOf([...parts, join(ROOT, "scripts/liveRuntime.mjs")]);
  if (existsSync(join(ROOT, RUNTIME)) && readNote("runtime") === sources) return;
  execFileSync(process.execPath, ["scripts/liveRuntime.mjs"], { cwd: ROOT, stdio: "inherit" });
  writeNote("runtime", sources);
}

/**
 * Builds core, command line, server and web app, unless their sources are as they were built.
 *
 * @param step what is said before, such as "Step 2 of 3: "
 */
export function ensureBuilt(step = "") {
  const sources = hashOf([
    ...filesIn("packages/core/src"),
    ...filesIn("apps/cli/src"),
    ...filesIn("apps/server/src"),
    ...filesIn("apps/web/src"),
    ...filesIn("apps/web/public"),
    ...[
      "apps/web/index.html",
      "apps/web/vite.config.ts",
      "tsconfig.base.json",
      "package-lock.json",
    ].map((file) => join(ROOT, file)),
  ]);
  const built = [SERVER, "apps/web/dist/index.html", "apps/cli/dist/main.js"];
  const there = built.every((file) => existsSync(join(ROOT, file)));
  if (there && readNote("built") === sources) return;
  const say = (what) => console.log(`${step}${what} …`);
  say("building the core, the command line and the server");
  run("tsc", ["-b"]);
  bundleServer();
  say("building the web app");
  run("vite", ["build", "--logLevel", "warn"], { cwd: join(ROOT, "apps/web") });
  writeNote("built", sources);
}

/** The server in one file: reading its parts from two thousand takes a second and a half longer at every start. */
export const SERVER = "apps/server/dist/levitas.js";

/** Packages that stay as they are: one has a binary beside it, others read files of their own or are asked for only if they are there. */
const NOT_BUNDLED = [
  ...["libsql", "css-tree", "pino", "pino-http"],
  ...["@nestjs/microservices", "@nestjs/microservices/*", "@nestjs/websockets/*"],
  ...["class-transformer/storage", "@fastify/static"],
];

function bundleServer() {
  // What CommonJS asks for inside of it.
  const require =
    'import { createRequire as from } from "node:module"; const require = from(import.meta.url);';
  run("esbuild", [
    ...["apps/server/dist/main.js", `--outfile=${SERVER}`, "--bundle", "--format=esm"],
    ...["--platform=node", "--target=node20", "--keep-names", "--log-level=warning"],
    ...NOT_BUNDLED.map((name) => `--external:${name}`),
    `--banner:js=${require}`,
  ]);
}

/** Chromium without its windows, tabs and services: a page costs a third of the computing. */
const SHELL = "/usr/bin/chromium-headless-shell";

/** Where Chromium is, the headless one if there is any; on Debian that is installed if it is missing and may be. */
export function ensureChromium() {
  const known = [
    process.env.CHROMIUM,
    SHELL,
    "/usr/bin/chromium",
    "/usr/bin/chromium-browser",
    "/usr/bin/google-chrome",
    "/Applications/Google Chrome.app/Contents/MacOS/Google Chrome",
  ];
  const find = () => known.find((path) => path && existsSync(path));
  const found = find();
  if (found && [process.env.CHROMIUM, SHELL].includes(found)) return found;
  // Where it cannot be had, that is found out once: another Chromium does as well.
  const isTried = found && readNote("headless") === "tried";
  if (!isTried && existsSync("/usr/bin/apt-get") && process.getuid?.() === 0) {
    console.log("Installing headless Chromium for the tests of the interface.");
    const quiet = { stdio: "inherit", env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } };
    const install = ["install", "-y", "-qq", "--no-install-recommends"];
    spawnSync("apt-get", ["update", "-qq"], quiet);
    spawnSync("apt-get", [...install, "chromium-headless-shell"], quiet);
    if (!find()) spawnSync("apt-get", [...install, "chromium"], quiet);
    writeNote("headless", "tried");
  }
  return (
    find() ??
    fail(
      "The tests drive Chromium and found none. On Debian: apt-get install chromium-headless-shell. Elsewhere: install Chromium or Chrome and set CHROMIUM to its path.",
    )
  );
}

/** Where Firefox is, if it is there. */
export function findFirefox() {
  const known = [process.env.FIREFOX, "/usr/bin/firefox-esr", "/usr/bin/firefox"];
  return known.find((path) => path && existsSync(path));
}

/** Where the other engines are that `npm run test:all` plays in; on Debian they are installed if they are missing. */
export function ensureEngines() {
  const webkit = "/usr/bin/WebKitWebDriver";
  const areThere = () => findFirefox() && existsSync(webkit) && existsSync("/usr/bin/Xvfb");
  if (!areThere() && existsSync("/usr/bin/apt-get") && process.getuid?.() === 0) {
    console.log("Installing Firefox and WebKitGTK, in which what leaves is played.");
    const quiet = { stdio: "inherit", env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } };
    const packages = ["firefox-esr", "webkit2gtk-driver", "xvfb"];
    spawnSync("apt-get", ["update", "-qq"], quiet);
    spawnSync("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...packages], quiet);
  }
  if (!areThere())
    fail(
      "The whole matrix plays in Firefox and WebKitGTK too. On Debian: apt-get install firefox-esr webkit2gtk-driver xvfb.",
    );
  return { FIREFOX: findFirefox(), WEBKIT: webkit };
}

/** Starts a program that goes on running; signals are passed to it and its end is ours. */
export function become(program, args, env = {}) {
  const child = spawn(program, args, {
    cwd: ROOT,
    stdio: "inherit",
    env: { ...process.env, ...env },
  });
  const passedOn = new Set();
  for (const signal of ["SIGINT", "SIGTERM"])
    process.on(signal, () => {
      passedOn.add(signal);
      child.kill(signal);
    });
  child.on("error", (error) => fail(`${program} could not be started: ${error.message}.`));
  child.on("exit", (code, signal) => {
    if (signal === null) process.exit(code ?? 1);
    // Ended by the signal we passed on: as asked. By any other: a crash, and said so as shells do.
    if (passedOn.has(signal)) process.exit(0);
    console.error(`${program} was ended by ${signal}.`);
    process.exit(128 + (constants.signals[signal] ?? 0));
  });
  return child;
}

export function fail(message) {
  console.error(message);
  process.exit(1);
}

function readNote(name) {
  const file = join(NOTES, name);
  return existsSync(file) ? readFileSync(file, "utf8") : "";
}

function writeNote(name, text) {
  mkdirSync(NOTES, { recursive: true });
  writeFileSync(join(NOTES, name), text);
}

function filesIn(folder) {
  return readdirSync(join(ROOT, folder), { recursive: true })
    .map((name) => join(ROOT, folder, name))
    .filter((file) => statSync(file).isFile() && !file.includes(".test."))
    .sort();
}

function hashOf(files) {
  const hash = createHash("sha256");
  for (const file of files) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  return hash.digest("hex");
}
