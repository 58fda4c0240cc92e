import { spawn } from "node:child_process";
import { once } from "node:events";
import { join, resolve } from "node:path";

const LIB = join(import.meta.dirname, "lib.mjs");

/** Starts a program through `become`, as `npm start` does, and waits until it says that it runs. */
async function start(program: string) {
  const code = `import { become } from ${JSON.stringify(LIB)}; become(process.execPath, ["-e", ${JSON.stringify(program)}]);`;
  const child = spawn(process.execPath, ["--input-type=module", "-e", code], {
    cwd: resolve(import.meta.dirname, ".."),
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  child.stderr.on("data", (chunk: Buffer) => {
    said += chunk.toString();
  });
  const ended = once(child, "exit").then(([exit]) => ({ exit: exit as number, said }));
  const [first] = (await once(child.stdout, "data")) as [Buffer];
  return { child, ended, server: Number(first.toString()) };
}

const STAYS = "console.log(process.pid); setInterval(() => {}, 1000);";

describe("npm start", () => {
  it.each(["SIGKILL", "SIGABRT", "SIGSEGV"] as const)(
    "fails, and says so, when the server dies by %s",
    async (signal) => {
      const { ended, server } = await start(STAYS);
      process.kill(server, signal);
      const { exit, said } = await ended;
      expect(exit).toBeGreaterThan(128);
      expect(said).toContain(signal);
    },
  );

  it("ends well when it is asked to end", async () => {
    const { child, ended } = await start(STAYS);
    child.kill("SIGTERM");
    expect((await ended).exit).toBe(0);
  });

  it("passes on the server's own exit code", async () => {
    const { ended } = await start("console.log(1); setTimeout(() => process.exit(3), 20);");
    expect((await ended).exit).toBe(3);
  });
});
