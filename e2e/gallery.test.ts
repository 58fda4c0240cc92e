import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { readdir } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { readCollection } from "@levitas/core/format";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { audit, THEMES } from "./harness/audit.ts";
import { dragBy, frames, press, textOf } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { keepCurves } from "./harness/ownCurves.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { inAll } from "./harness/whole.ts";

const NOTICE = "[data-notice]";

describe("the curves", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let problems: string[];
  let folder: string;
  beforeAll(async () => {
    browser = await launchBrowser();
  });
  afterAll(() => browser.close());
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), "levitas-files-"));
    server = await startServer();
    ({ page, problems } = await openPage(browser));
    await page.goto(`${server.url}/curves`);
    await page.waitForSelector("::-p-text(Gangway lowers)");
  });
  afterEach(async () => {
    await page.close();
    await server.remove();
    rmSync(folder, { recursive: true, force: true });
    expect(problems).toEqual([]);
  });

  const cards = () => page.$$eval("article", (all) => all.map((card) => card.ariaLabel));
  /** The gallery follows the filters a moment later; that moment is waited for. */
  const expectCards = async (names: readonly string[]) => {
    for (let i = 0; i < 60 && (await cards()).join() !== names.join(); i++) await frames(page, 3);
    expect(await cards()).toEqual(names);
  };
  const stored = async () => {
    const answer = await fetch(`${server.url}/api/curves`);
    const { curves } = (await answer.json()) as {
      curves: { id: string; name: string; notation: string; tags: string[] }[];
    };
    return curves;
  };
  const chip = async (name: string) => {
    await (await page.waitForSelector(`aside ::-p-aria([name="${name}"][role="button"])`))?.click();
    await frames(page, 3);
  };
  const race = async (name: string) => {
    await page.$eval('[aria-label="Find a curve"]', (field) =>
      (field as HTMLInputElement).select(),
    );
    await page.type('[aria-label="Find a curve"]', name);
    await press(page, `Race ${name}`);
    await frames(page, 2);
  };
  const menu = async (button: string, item: string) => {
    await press(page, button);
    const found = await page.waitForSelector(`::-p-aria([name="${item}"][role="menuitem"])`);
    await found?.click();
    await frames(page, 3);
  };

  inAll("filters by feel, direction and what can run it, and finds words", async () => {
    await chip("lands");
    await expectCards(["Rope goes slack own", "Bounce out", "Bounce in-out"]);
    await chip("Show all again");
    await chip("out-in");
    await page.waitForFunction(() =>
      [...document.querySelectorAll("article")].every((card) => card.ariaLabel?.endsWith("out-in")),
    );
    const directed = await cards();
    expect(directed.every((name) => name?.endsWith("out-in"))).toBe(true);
    expect(directed).toContain("Sine out-in");
    await chip("Show all again");
    await chip("CSS as is");
    await page.waitForFunction(() => {
      const all = [...document.querySelectorAll("article")];
      return all.length > 4 && all.every((card) => card.textContent?.includes("CSS as is"));
    });
    for (const text of await page.$$eval("article", (all) => all.map((card) => card.textContent)))
      expect(text).toContain("CSS as is");
    await chip("Show all again");
    await page.type('[aria-label="Find a curve"]', "heavy hinge");
    await frames(page, 3);
    await expectCards(["Gangway lowers own"]);
    await page.type('[aria-label="Find a curve"]', " nothing");
    await expectCards([]);
    expect(await textOf(page, "main")).toContain("No curve is like that");
  });

  inAll(
    "plays a card that is pointed at, all on request, and shows them on other things",
    async () => {
      await page.type('[aria-label="Find a curve"]', "cubic out");
      await page.waitForSelector('article[aria-label="Cubic out"] circle:last-of-type');
      const puck = () =>
        page.$eval('article[aria-label="Cubic out"] circle:last-of-type', (c) =>
          c.getAttribute("cx"),
        );
      const rest = await puck();
      await frames(page, 5);
      expect(await puck()).toBe(rest);
      await page.hover('article[aria-label="Cubic out"]');
      await frames(page, 12);
      expect(await puck()).not.toBe(rest);
      await page.mouse.move(5, 790);
      await press(page, "Play all");
      const seen = new Set<string>();
      for (let i = 0; i < 20; i++) {
        await frames(page, 3);
        seen.add((await puck()) ?? "");
      }
      expect(seen.size).toBeGreaterThan(5);
      for (const on of ["scale", "rotation", "opacity", "color"]) {
        await chip(on);
        const pose = await page.$eval('article[aria-label="Cubic out"] [data-stand]', (stand) => {
          const { transform, opacity } = (stand as SVGElement).style;
          return [transform, opacity, (stand.lastElementChild as SVGElement).style.opacity];
        });
        expect(
          {
            scale: /^scale/.test(pose[0] ?? ""),
            rotation: /^rotate/.test(pose[0] ?? ""),
            opacity: Number(pose[1]) > 0,
            color: Number(pose[2]) >= 0 && pose[2] !== "",
          }[on],
        ).toBe(true);
      }
    },
  );

  it("keeps, renames, duplicates and deletes curves of one's own, with undo", async () => {
    await page.type('[aria-label="Find a curve"]', "expo out");
    await menu("More for Expo out", "Save to my curves");
    await waitFor(async () => (await textOf(page, NOTICE)).includes("Kept “Expo out”"));
    expect((await stored())[0]).toMatchObject({ name: "Expo out", notation: "expo(out)" });
    await menu("More for Expo out own", "Rename");
    await page.keyboard.type("Ferry leaves");
    await page.keyboard.press("Enter");
    await page.$eval('[aria-label="Find a curve"]', (field) =>
      (field as HTMLInputElement).select(),
    );
    await page.type('[aria-label="Find a curve"]', "ferry");
    await page.waitForSelector('article[aria-label="Ferry leaves own"]');
    await menu("More for Ferry leaves own", "Duplicate");
    await page.waitForSelector('article[aria-label="Ferry leaves copy own"]');
    await menu("More for Ferry leaves own", "Delete");
    await page.waitForFunction(
      () => !document.querySelector('article[aria-label="Ferry leaves own"]'),
    );
    expect((await stored()).map((curve) => curve.name)).not.toContain("Ferry leaves");
    await press(page, "Undo");
    await page.waitForSelector('article[aria-label="Ferry leaves own"]');
    expect((await stored()).map((curve) => curve.name)).toContain("Ferry leaves");
  });

  inAll(
    "keeps a curve from the room with name, tags and notes, and keeps both of two changes",
    async () => {
      await press(page, "New curve");
      const field = await page.waitForSelector('[aria-label="Name of the curve"]');
      await field?.click({ count: 3 });
      await page.keyboard.type("Barrier lifts");
      await page.keyboard.press("Enter");
      await press(page, "Save to my curves");
      await page.waitForSelector('[aria-label="Save state"][data-state="saved"]');
      await page.type("::-p-aria([name='Tags'])", "pier, barrier");
      await page.type("::-p-aria([name='Notes'])", "For the car deck.");
      await page.waitForSelector('[aria-label="Save state"][data-state="saved"]');
      await page.waitForFunction(
        async (at) => JSON.stringify(await (await fetch(at)).json()).includes("car deck"),
        {},
        `${server.url}/api/curves`,
      );
      const [mine] = await stored();
      expect(mine).toMatchObject({ name: "Barrier lifts", tags: ["pier", "barrier"] });
      // Somebody else saves it meanwhile.
      await fetch(`${server.url}/api/curves/${mine?.id}`, {
        method: "PUT",
        headers: { "Content-Type": "application/json", "If-Match": '"99"' },
        body: JSON.stringify({ name: "x", notation: "ease" }),
      }).then((answer) => expect(answer.status).toBe(412));
      const current = await (await fetch(`${server.url}/api/curves/${mine?.id}`)).json();
      await fetch(`${server.url}/api/curves/${mine?.id}`, {
        method: "PUT",
        headers: { "Content-Type": "application/json", "If-Match": `"${current.revision}"` },
        body: JSON.stringify({ name: "Theirs", notation: "ease-in" }),
      });
      await dragBy(page, '[data-handle="1"]', { x: 30, y: 30 });
      await page.waitForSelector('[aria-label="Save state"][data-state="conflict"]');
      expect(await textOf(page, '[role="alert"]')).toContain("saved elsewhere as “Theirs”");
      await press(page, "Keep both");
      await waitFor(
        async () =>
          (await stored()).filter(({ name }) => ["Theirs", "Barrier lifts (mine)"].includes(name))
            .length === 2,
      );
      const names = (await stored()).map((curve) => curve.name);
      expect(names).toEqual(expect.arrayContaining(["Theirs", "Barrier lifts (mine)"]));
      // The refused save is said by the browser too.
      expect(problems.filter((problem) => !problem.includes("412"))).toEqual([]);
      problems.length = 0;
    },
  );

  inAll("exports the collection as tokens and as notations, and takes both back", async () => {
    const session = await page.createCDPSession();
    await session.send("Browser.setDownloadBehavior", { behavior: "allow", downloadPath: folder });
    const download = async (item: string, name: string) => {
      await menu("Collection", item);
      await waitFor(async () => (await readdir(folder)).includes(name));
      return readFileSync(join(folder, name), "utf8");
    };
    const tokens = await download("Export as design tokens", "levitas-curves.tokens.json");
    const plain = await download("Export as notations", "levitas-curves.json");
    const own = await stored();
    for (const text of [tokens, plain]) {
      const read = readCollection(text);
      expect(read.ok && read.value.curves.map((curve) => curve.name)).toEqual(
        own.map((curve) => curve.name),
      );
    }
    expect(tokens).toContain('"$type": "cubicBezier"');
    expect(
      JSON.parse(tokens).easing["Tide needle"].$extensions["levitas.curve"].error,
    ).toBeGreaterThan(0.01);
    const upload = async (name: string, text: string) => {
      writeFileSync(join(folder, name), text);
      const input = (await page.$(
        'input[aria-label="Curves file"]',
      )) as ElementHandle<HTMLInputElement>;
      await input.uploadFile(join(folder, name));
    };
    await upload("back.json", tokens);
    await waitFor(async () => (await stored()).length === 2 * own.length);
    await upload("some.json", '{"Lamp": "ease-in", "Broken": "back(up)"}');
    await waitFor(async () => (await stored()).length === 2 * own.length + 1);
    await waitFor(async () => (await textOf(page, NOTICE)).includes("1 could not be read"));
    await upload("wrong.json", "not JSON at all");
    await waitFor(async () => (await textOf(page, NOTICE)).includes("wrong.json"));
    expect(await stored()).toHaveLength(2 * own.length + 1);
  });

  it("takes pasted text, and says what is wrong with it without losing it", async () => {
    await press(page, "Paste a curve…");
    const field = '[aria-label="Curve text or SVG"]';
    await page.waitForSelector(field);
    await page.type(field, "cubic-bezier(2, 0, 0, 1)");
    await press(page, "Open in the room");
    expect(await textOf(page, '[role="alert"]')).toContain("x1 from 0 to 1");
    expect(await page.$eval(field, (area) => (area as HTMLTextAreaElement).value)).toContain(
      "cubic-bezier(2",
    );
    await page.click(field, { count: 3 });
    await page.type(
      field,
      '<svg><path id="up" d="M0 9 L9 0"/><path id="back" d="M0 9 L6 4 L4 3 L9 0"/></svg>',
    );
    await press(page, "Open in the room");
    expect(await textOf(page, '[data-testid="found"]')).toBe("upbackruns back");
    await (await page.waitForSelector('[data-testid="found"] button:nth-child(2)'))?.click();
    expect(await textOf(page, '[role="alert"]')).toContain("Runs back in time from 44 to 67 %");
    await press(page, "Untangle");
    await page.waitForFunction(() => !document.querySelector('[role="alert"]'));
  });

  it("what races is there again after the page was loaded anew, until it is cleared", async () => {
    for (const name of ["Linear", "Cubic out"]) await race(name);
    await page.reload();
    await waitFor(async () => (await textOf(page, '[aria-label="Lineup"]')).includes("two curves"));
    await press(page, "Clear");
    await waitFor(async () => (await textOf(page, '[aria-label="Lineup"]')).includes("Press Race"));
  });

  inAll(
    "races up to six from one start: scrub, slow motion, onion skin, graphs, readings, swap, edit, keep",
    async () => {
      for (const name of ["Linear", "Cubic out", "Back out"]) await race(name);
      expect(await textOf(page, '[aria-label="Lineup"]')).toContain(
        "three curves, one start, one duration",
      );
      const pucks = () =>
        page.$$eval("[data-puck]", (all) =>
          all.map((p) => Number.parseFloat((p as SVGElement).style.transform.slice(11))),
        );
      // Scrubbed to the start all stand together, in the middle the out curves lead.
      await press(page, "Pause the lineup");
      await page.focus('[aria-label="Time of the lineup"]');
      for (let i = 0; i < 100; i++) await page.keyboard.press("ArrowLeft");
      await frames(page, 2);
      expect(new Set(await pucks()).size).toBe(1);
      await page.keyboard.down("Shift");
      for (let i = 0; i < 5; i++) await page.keyboard.press("ArrowRight");
      await page.keyboard.up("Shift");
      await frames(page, 2);
      const [linear = 0, cubic = 0, back = 0] = await pucks();
      expect(cubic).toBeGreaterThan(linear);
      expect(back).toBeGreaterThan(cubic);
      await dragBy(page, '[aria-label="Time of the lineup"]', { x: 2000, y: 0 });
      const ends = await pucks();
      for (const end of ends) expect(end).toBeCloseTo(ends[0] ?? 0, 3);
      // Slow motion: in the same time a tenth of the way.
      await page.focus('[aria-label="Time of the lineup"]');
      for (let i = 0; i < 100; i++) await page.keyboard.press("ArrowLeft");
      await (await page.waitForSelector('[aria-label="Lineup"] ::-p-text(×⅒)'))?.click();
      await press(page, "Play the lineup");
      await frames(page, 12);
      await press(page, "Pause the lineup");
      const slow = await page.$eval('[aria-label="Time of the lineup"]', (t) =>
        Number(t.getAttribute("aria-valuenow")),
      );
      expect(slow).toBeGreaterThan(0);
      expect(slow).toBeLessThan(200);
      expect(await page.$$('[data-racer="A"] svg rect')).toHaveLength(1);
      await press(page, "Onion skin");
      expect((await page.$$('[data-racer="A"] svg rect')).length).toBeGreaterThan(5);
      // Readings with the differences from the first.
      await press(page, "Readings");
      expect(await textOf(page, "tbody tr:first-child")).toBe(
        "Overshoot0.0 %0.0 %(0.0)10.0 %(+10.0)",
      );
      await press(page, "Graphs");
      await page.waitForSelector('canvas[aria-label="value of all racers over time"]');
      await page.waitForSelector('canvas[aria-label="speed of all racers over time"]');
      const inked = await page.$$eval("canvas", (all) =>
        all.map((canvas) => {
          const data =
            canvas.getContext("2d")?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
          let count = 0;
          for (let i = 3; i < data.length; i += 4) if (data[i]) count++;
          return count;
        }),
      );
      for (const count of inked) expect(count).toBeGreaterThan(1000);
      await press(page, "Race");
      // Swapped, edited in place, kept.
      await menu("More for racer A", "Swap for another…");
      await press(page, "Swap for Sine in");
      expect(await textOf(page, '[data-racer="A"]')).toContain("Sine in");
      await menu("More for racer C", "Edit in place");
      await page.waitForSelector('[aria-label="Edit racer C"]');
      const racing = () =>
        page.$eval('[data-racer="C"] [title]', (name) => name.getAttribute("title"));
      expect(await racing()).toBe("back(out)");
      await dragBy(page, '[aria-label="Overshoot"]', { x: 40, y: 0 });
      expect(await racing()).toMatch(/^back\(out, overshoot: 3\d%\)$/);
      await menu("More for racer C", "Save to my curves");
      await waitFor(async () => (await stored())[0]?.name === "Back out");
      expect((await stored())[0]?.notation).toMatch(/^back\(out, overshoot: 3\d%\)$/);
      // It is still there after a way to another screen and back.
      await page.reload();
      await page.waitForSelector('[data-racer="C"]');
      expect(await textOf(page, '[data-racer="A"]')).toContain("Sine in");
    },
  );

  inAll("says so when a seventh wants to race", async () => {
    for (const button of (await page.$$("button[aria-label^='Race ']")).slice(0, 7))
      await button.click();
    await frames(page, 2);
    expect(await page.$$("[data-racer]")).toHaveLength(6);
    expect(await textOf(page, NOTICE)).toContain("Six curves race already");
  });

  inAll("draws only what is in view of 150 curves of one's own, all playing", async () => {
    await keepCurves(server.url, 150);
    await page.reload();
    await page.waitForSelector("::-p-text(Float 0)");
    expect((await page.$$("article")).length).toBeLessThan(40);
    await press(page, "Play all");
    const shown = await page.$$eval("article", (all) => all.map((one) => one.ariaLabel));
    for (let i = 0; i < 60; i++) {
      await page.$eval("main", (main) => main.scrollBy(0, 40));
      await frames(page, 1);
    }
    expect(await page.$$eval("article", (all) => all.map((one) => one.ariaLabel))).not.toEqual(
      shown,
    );
    expect((await page.$$("article")).length).toBeLessThan(40);
  });

  it.each(THEMES)("axe finds no serious fault on the curves and in the room, %s", async (theme) => {
    await page.evaluate((name) => localStorage.setItem("levitas-theme", name), theme);
    await page.reload();
    await page.waitForSelector("article");
    await race("Back out");
    expect(await audit(page)).toEqual([]);
    await press(page, "Readings");
    expect(await audit(page)).toEqual([]);
    await page.goto(
      `${server.url}/curves/try#curve=${encodeURIComponent('path("M 0 0 L 0.5 1.2 L 1 1")')}`,
    );
    await page.waitForSelector("[data-point]");
    expect(await audit(page)).toEqual([]);
    await page.goto(`${server.url}/curves/try#curve=spring()`);
    await page.reload();
    await page.waitForSelector('[aria-label="Stiffness, slider"]');
    expect(await audit(page)).toEqual([]);
  });
});

/** Waits until something holds, a few seconds at most. */
async function waitFor(holds: () => Promise<boolean>): Promise<void> {
  // A loaded machine takes its time; what never comes is a failure after half a minute.
  for (let i = 0; i < 500; i++) {
    if (await holds()) return;
    await new Promise((done) => setTimeout(done, 60));
  }
  throw new Error("It never came to hold.");
}
