import { type ChildProcess, spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer from "puppeteer-core";
import { launchBrowser } from "./browser.ts";

/** A browser engine that shows a page and answers scripts on it. */
export interface Engine {
  readonly name: "Chromium" | "Firefox" | "WebKit";
  /** How exactly a page is told when a frame is, ms. */
  readonly clock: number;
  /** How many times as fast a page can be played before that is too coarse. */
  readonly fastest: number;
  /** Loads a page of its own from a text of HTML. */
  show(html: string): Promise<void>;
  /** Runs a script on it: an expression, whose value is JSON, or a promise of it. */
  ask<T>(expression: string): Promise<T>;
  close(): Promise<void>;
}

export type EngineName = Engine["name"];

/** The engines that are to be driven: Firefox and WebKit where the runner says where they are. */
export const ENGINES: readonly EngineName[] = [
  "Chromium",
  ...(process.env.FIREFOX ? (["Firefox"] as const) : []),
  ...(process.env.WEBKIT ? (["WebKit"] as const) : []),
];

/** An engine as people have it, or as those who prefer reduced motion do. */
export function openEngine(name: EngineName, isReduced = false): Promise<Engine> {
  if (name === "Chromium") return openChromium(isReduced);
  return name === "Firefox" ? openFirefox(isReduced) : openWebKit(isReduced);
}

async function openChromium(isReduced: boolean): Promise<Engine> {
  const browser = await launchBrowser();
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  if (isReduced)
    await page.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
  return {
    ...{ name: "Chromium", clock: 0.01, fastest: 20 },
    show: (html) => page.setContent(html),
    ask: <T>(expression: string) => page.evaluate(expression) as Promise<T>,
    close: () => browser.close(),
  };
}

/** Firefox, by WebDriver BiDi. */
async function openFirefox(isReduced: boolean): Promise<Engine> {
  const browser = await puppeteer.launch({
    browser: "firefox",
    executablePath: process.env.FIREFOX as string,
    headless: true,
    // Frames come as they are wanted, with no window in front.
    extraPrefsFirefox: {
      "layout.throttled_frame_rate": 60,
      "ui.prefersReducedMotion": Number(isReduced),
      "privacy.reduceTimerPrecision": false,
      "privacy.reduceTimerPrecision.unconditional": false,
    },
  });
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  const pages = await servePages();
  return {
    ...{ name: "Firefox", clock: 0.1, fastest: 4 },
    show: async (html) => void (await page.goto(pages.keep(html))),
    ask: <T>(expression: string) => page.evaluate(expression) as Promise<T>,
    close: async () => {
      await browser.close();
      pages.close();
    },
  };
}

/** WebKitGTK's MiniBrowser under Xvfb, by WebDriver: its one engine that can be driven here. */
async function openWebKit(isReduced: boolean): Promise<Engine> {
  const display = `:${90 + Number(process.env.JEST_WORKER_ID ?? 1)}`;
  const port = 4600 + Number(process.env.JEST_WORKER_ID ?? 1);
  const home = mkdtempSync(join(tmpdir(), "levitas-webkit-"));
  // It asks the desktop, which is told in a file.
  mkdirSync(join(home, ".config/gtk-3.0"), { recursive: true });
  writeFileSync(
    join(home, ".config/gtk-3.0/settings.ini"),
    `[Settings]\ngtk-enable-animations=${isReduced ? 0 : 1}\n`,
  );
  const env = { ...process.env, DISPLAY: display, HOME: home, LIBGL_ALWAYS_SOFTWARE: "1" };
  const started: ChildProcess[] = [
    spawn("Xvfb", [display, "-screen", "0", "1400x900x24"], { stdio: "ignore" }),
    spawn(process.env.WEBKIT as string, [`--port=${port}`], { env, stdio: "ignore" }),
  ];
  const stop = () => {
    for (const each of started) each.kill();
    rmSync(home, { recursive: true, force: true });
  };
  process.once("exit", stop);
  const command = async (method: string, path: string, body?: unknown) => {
    const response = await fetch(`http://127.0.0.1:${port}${path}`, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const { value } = (await response.json()) as { value: { error?: string; message?: string } };
    if (!response.ok) throw new Error(`WebKit: ${value?.error} ${value?.message}`);
    return value as unknown;
  };
  await untilItAnswers(() => command("GET", "/status"));
  const args = ["--automation"];
  const binary = "/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser";
  const wanted = {
    browserName: "MiniBrowser",
    "webkitgtk:browserOptions": { binary, args },
  };
  const session = (await command("POST", "/session", {
    capabilities: { alwaysMatch: wanted },
  })) as { sessionId: string };
  const at = `/session/${session.sessionId}`;
  await command("POST", `${at}/timeouts`, { script: 60_000, pageLoad: 60_000 });
  const pages = await servePages();
  return {
    ...{ name: "WebKit", clock: 1, fastest: 4 },
    show: async (html) => void (await command("POST", `${at}/url`, { url: pages.keep(html) })),
    ask: async <T>(expression: string) => {
      const script = `const done = arguments[0];
        Promise.resolve().then(() => (${expression})).then((value) => done(JSON.stringify(value ?? null)), (error) => done(JSON.stringify({ levitasError: String(error) })));`;
      const text = (await command("POST", `${at}/execute/async`, { script, args: [] })) as string;
      const value = JSON.parse(text);
      if (value?.levitasError) throw new Error(value.levitasError);
      return value as T;
    },
    close: async () => {
      await command("DELETE", at).catch(() => undefined);
      pages.close();
      stop();
    },
  };
}

async function untilItAnswers(ask: () => Promise<unknown>): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      await ask();
      return;
    } catch (error) {
      if (tries > 100) throw error;
      await new Promise((done) => setTimeout(done, 100));
    }
  }
}

/** Pages under addresses of their own: a page of `about:blank` has no document timeline of its own in every engine. */
async function servePages(): Promise<{ keep(html: string): string; close(): void }> {
  let kept = "";
  let number = 0;
  const server: Server = createServer((_, response) => {
    response.writeHead(200, { "Content-Type": "text/html; charset=utf-8" });
    response.end(kept);
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const { port } = server.address() as AddressInfo;
  return {
    keep(html) {
      kept = html;
      return `http://127.0.0.1:${port}/${++number}`;
    },
    close: () => void server.close(),
  };
}
