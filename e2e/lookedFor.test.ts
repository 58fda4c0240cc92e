import { curveOfKey, type Figure, type Study, tracksOf } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { useApp } from "./harness/app.ts";
import {
  frames,
  middleOf,
  openNewStudy,
  openStudyByName,
  press,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { clickSpan } from "./harness/tracks.ts";

const block = (id: string, x: number, parent: string | null = null): Figure => ({
  ...{ id, name: id, kind: "block", parent, pivot: { x: 0.5, y: 0.5 }, hue: "slate", look: {} },
  rest: { x, y: 120, width: 60, height: 40, color: "#3F5E8C" },
});

/** A quay with crates on it; one stands in another, though it was made last. */
const quay: Study = {
  format: "levitas-study",
  version: 2,
  name: "Crates on the quay",
  scene: { width: 640, height: 400, background: "#DFE7E4", frameRate: 60 },
  figures: [
    block("Crate", 60),
    block("Barrel", 220),
    block("Rope", 400),
    block("Lid", 10, "Crate"),
  ],
  ...{ curves: [], sequence: [], followers: [], markers: [] },
};

describe("what people look for is there", () => {
  const app = useApp();
  let page: Page;
  beforeEach(async () => {
    ({ page } = app);
    await page.setViewport({ width: 1280, height: 800 });
  });

  const stored = async (id: string) => {
    await frames(page, 2);
    await waitUntilSaved(page);
    return storedDocument(app.url, id);
  };
  const names = async (id: string) => (await stored(id)).figures.map(({ name }) => name);
  const rows = () =>
    page.$$eval("[data-figure-row]", (all) =>
      all
        .map((row) => ({
          id: row.getAttribute("data-figure-row"),
          top: row.getBoundingClientRect().top,
        }))
        .sort((a, b) => a.top - b.top)
        .map(({ id }) => id),
    );
  const chosenRows = () =>
    page.$$eval("[data-figure-row] button.font-semibold", (all) =>
      all.map((button) => button.textContent),
    );

  const undo = () =>
    page.$eval('[aria-label^="Undo:"], [aria-label="Nothing to undo"]', (button) =>
      button.getAttribute("aria-label"),
    );

  it("a study that answers opens in Live, one of parts as its sequence, and others with their lanes", async () => {
    const asItOpens = { asItOpens: true };
    await openStudyByName(page, app.url, "Tide dial answers", asItOpens);
    await page.waitForSelector('button[aria-pressed="true"][title^="Back to the timeline"]');
    await openStudyByName(page, app.url, "Kiosk arrival", asItOpens);
    const shown = '[aria-label="Timeline shows"] button[aria-pressed="true"]';
    expect(await textOf(page, shown)).toBe("Sequence");
    await openStudyByName(page, app.url, "Boarding pass drops", asItOpens);
    expect(await textOf(page, shown)).toBe("Lanes");
  });

  it("at 1280 the transport is one line, and how an answer gets there can be read", async () => {
    await openStudyByName(page, app.url, "Boarding pass drops");
    const height = await page.$eval('[aria-label="Transport"]', (bar) => bar.clientHeight);
    expect(height).toBeLessThan(60);
    await openStudyByName(page, app.url, "Tide dial answers", { asItOpens: true });
    await page.waitForSelector('[aria-label="Answers"] span.font-mono');
    const cut = await page.$$eval('[aria-label="Answers"] span.font-mono', (all) =>
      all.filter((how) => how.scrollWidth > how.clientWidth).map((how) => how.textContent),
    );
    expect(cut).toEqual([]);
  });

  it("what stands in another figure stands under it, and a box or Shift chooses several", async () => {
    await openNewStudy(page, app.url, { document: quay });
    await page.waitForSelector('[data-figure="Lid"]');
    await frames(page, 3);
    expect(await rows()).toEqual(["Crate", "Lid", "Barrel", "Rope"]);
    // From the ground at the left of the barrel over it and the rope.
    const [barrel, rope] = [
      await middleOf(page, '[data-figure="Barrel"]'),
      await middleOf(page, '[data-figure="Rope"]'),
    ];
    await page.mouse.move(barrel.x - 50, barrel.y - 60);
    await page.mouse.down();
    await page.mouse.move(barrel.x, barrel.y, { steps: 4 });
    await page.mouse.move(rope.x + 4, rope.y + 10, { steps: 4 });
    await frames(page, 2);
    await page.mouse.up();
    await frames(page, 2);
    expect(await chosenRows()).toEqual(["Barrel", "Rope"]);
    await press(page, "Crate");
    await page.keyboard.down("Shift");
    await press(page, "Barrel");
    await page.keyboard.up("Shift");
    expect(await chosenRows()).toEqual(["Crate", "Lid", "Barrel"]);
  });

  it("figures are renamed, duplicated, moved and deleted by keyboard; a copy of a copy counts on", async () => {
    const id = await openNewStudy(page, app.url, { document: quay });
    await page.waitForSelector('[data-figure="Rope"]');
    await press(page, "Rope");
    await page.keyboard.press("F2");
    await page.waitForSelector('[aria-label="Name of the figure"]');
    await page.keyboard.type("Chain");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() => document.body.textContent?.includes("Chain"));
    for (const name of ["Chain 2", "Chain 3"]) {
      await page.keyboard.down("Shift");
      await page.keyboard.press("KeyC");
      await page.keyboard.up("Shift");
      await page.waitForFunction(
        (wanted) => document.querySelector("[data-notice]")?.textContent?.includes(wanted),
        {},
        name,
      );
    }
    const chains = (await names(id)).filter((name) => name.startsWith("Chain")).sort();
    expect(chains).toEqual(["Chain", "Chain 2", "Chain 3"]);
    await page.keyboard.down("Shift");
    await page.keyboard.press("Delete");
    await page.keyboard.up("Shift");
    await page.waitForFunction(() => document.body.textContent?.includes("Deleted “Chain 3”"));
    expect(await names(id)).not.toContain("Chain 3");
    await press(page, "Barrel");
    await page.keyboard.down("Alt");
    await page.keyboard.press("ArrowUp");
    await page.keyboard.up("Alt");
    await page.waitForSelector('[aria-label^="Undo:"][aria-label*="order"]');
    await frames(page, 2);
    expect((await rows()).slice(0, 2)).toEqual(["Barrel", "Crate"]);
  });

  it("a spring that is squeezed says so and gives the span its own length", async () => {
    const id = await openStudyByName(page, app.url, "Boarding pass drops");
    await page.waitForSelector('[data-testid="curve-line"][d]');
    await page.click('[aria-label="Curve as text"]', { count: 3 });
    await page.keyboard.type("spring(overshoot: 12%, settle: 700ms)");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() => /Squeezed from \d+ ms/.test(document.body.textContent ?? ""));
    const natural = Number(
      await page.evaluate(
        () => /Squeezed from (\d+) ms/.exec(document.body.textContent ?? "")?.[1],
      ),
    );
    await press(page, `Make the span ${natural} ms`);
    await page.waitForFunction(() => !/Squeezed from/.test(document.body.textContent ?? ""));
    const [{ track } = { track: undefined }] = tracksOf(await stored(id), "pass", "y");
    const [from, to] = track?.keys ?? [];
    expect((to?.time ?? 0) - (from?.time ?? 0)).toBeCloseTo(natural, 0);
  });

  it("a path that runs back in time is there after other work, a reload and undo", async () => {
    const id = await openStudyByName(page, app.url, "Boarding pass drops");
    await page.waitForSelector('[data-testid="curve-line"][d]');
    const text = () =>
      page.$eval('[aria-label="Curve as text"]', (field) => (field as HTMLInputElement).value);
    await page.click('[aria-label="Curve as text"]', { count: 3 });
    await page.keyboard.type('path("M 0 0 L 0.3 0.4 L 0.7 0.6 L 1 1")');
    await page.keyboard.press("Enter");
    await frames(page, 3);
    const sound = await text();
    // The third point is dragged before the time of the second.
    const bead = await page.waitForSelector('[data-testid="curve-plot"] [aria-label^="Point 3"]');
    const box = await bead?.boundingBox();
    const first = await (
      await page.waitForSelector('[data-testid="curve-plot"] [aria-label^="Point 2"]')
    )?.boundingBox();
    if (!box || !first) throw new Error("no points");
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(first.x - 30, box.y, { steps: 8 });
    await frames(page, 2);
    await page.mouse.up();
    await page.waitForFunction(() => /runs back in time/i.test(document.body.textContent ?? ""));
    const tangled = await text();
    expect(tangled).not.toBe(sound);
    expect(await textOf(page, '[aria-label="Save state"]')).toMatch(/not saved: .*runs back/);
    const kept = () =>
      stored(id).then((study) => {
        const [{ track } = { track: undefined }] = tracksOf(study, "pass", "y");
        const [key] = track?.keys ?? [];
        return key ? curveOfKey(study, key) : undefined;
      });
    const before = await kept();
    await clickSpan(page, "Pass rotate");
    expect(await text()).not.toBe(tangled);
    await clickSpan(page, "Pass y");
    await page.waitForFunction(
      (was) =>
        (document.querySelector('[aria-label="Curve as text"]') as HTMLInputElement)?.value === was,
      {},
      tangled,
    );
    await press(page, "Undo: draw a path that runs back in time");
    await page.waitForFunction(
      (was) =>
        (document.querySelector('[aria-label="Curve as text"]') as HTMLInputElement)?.value === was,
      {},
      sound,
    );
    await press(page, "Redo: draw a path that runs back in time");
    expect(await kept()).toEqual(before);
    await page.reload();
    await page.waitForFunction(
      (was) =>
        (document.querySelector('[aria-label="Curve as text"]') as HTMLInputElement)?.value === was,
      {},
      tangled,
    );
  });

  it("a field takes what was typed by Enter and by leaving it, and Escape puts back what was there", async () => {
    const id = await openNewStudy(page, app.url, { document: quay });
    const type = async (label: string, text: string, key: "Enter" | "Escape" | "Tab") => {
      const field = await page.waitForSelector(`input[aria-label="${label}"]`);
      await field?.click({ count: 3 });
      await page.keyboard.type(text);
      await page.keyboard.press(key);
      await frames(page, 2);
      return page.$eval(`input[aria-label="${label}"]`, (each) => (each as HTMLInputElement).value);
    };
    const NAME = "Name of the study";
    expect(await type(NAME, "Nobody wants this", "Escape")).toBe(quay.name);
    expect((await stored(id)).name).toBe(quay.name);
    expect(await type(NAME, "Crates by Enter", "Enter")).toBe("Crates by Enter");
    expect(await type(NAME, "  Crates by leaving  ", "Tab")).toBe("Crates by leaving");
    expect((await stored(id)).name).toBe("Crates by leaving");
    // An empty name is none.
    expect(await type(NAME, " ", "Enter")).toBe("Crates by leaving");
    await press(page, "Show…");
    const scene = '::-p-xpath(//*[@aria-label="What the scene shows"]//button[.="Scene"])';
    await (await page.waitForSelector(scene))?.click();
    expect(await type("Background", "#102030", "Enter")).toBe("#102030");
    // What cannot be read stays, to be mended.
    expect(await type("Background", "seaside", "Enter")).toBe("seaside");
    expect(await textOf(page, "[data-notice]")).toContain("“seaside” is not a color");
    expect(await type("Background", "#203040", "Enter")).toBe("#203040");
    const kept = await stored(id);
    expect([kept.name, kept.scene.background]).toEqual(["Crates by leaving", "#203040"]);
  });

  it("the menu of a figure says why something cannot be done, and does the rest with that figure", async () => {
    await openNewStudy(page, app.url, { document: quay });
    const menu = async (name: string) => {
      await press(page, `More for ${name}`);
      await page.waitForSelector("[role=menuitem]");
    };
    const lineOf = (words: string) =>
      page.$$eval(
        "[role=menuitem]",
        (all, start) => {
          const line = all.find((each) => each.textContent?.startsWith(start));
          return line && { text: line.textContent, off: line.hasAttribute("data-disabled") };
        },
        words,
      );
    await menu("Crate");
    expect(await lineOf("Move up")).toEqual({
      text: "Move up, further backIt is the first of the list already.Alt ↑",
      off: true,
    });
    expect(await lineOf("Put inside")).toMatchObject({ off: true });
    expect((await lineOf("Put inside"))?.text).toMatch(/click its name/);
    expect(await lineOf("Dissolve")).toBeUndefined();
    await page.keyboard.press("Escape");
    // Another figure than the chosen one: it is done with the one whose menu it is.
    await press(page, "Barrel");
    await menu("Rope");
    expect(await lineOf("Put inside Barrel")).toMatchObject({ off: false });
    await page.click("::-p-xpath(//*[@role='menuitem'][contains(., 'Put inside Barrel')])");
    await frames(page, 2);
    expect(await undo()).toContain("Undo:");
  });

  it("the palette finds a command by another word, says whether it is on, and switches what its button shows", async () => {
    await openNewStudy(page, app.url, { document: quay });
    const find = async (words: string) => {
      await page.keyboard.down("Control");
      await page.keyboard.press("KeyK");
      await page.keyboard.up("Control");
      await page.waitForSelector('[aria-label="What do you want to do?"]');
      await page.keyboard.type(words);
      await frames(page, 2);
      return textOf(page, "[role=option]");
    };
    expect(await find("mute")).toBe("Hear cues, or be silentis on");
    await page.keyboard.press("Enter");
    await page.waitForSelector('button[aria-pressed="false"][title^="Cues are silent"]');
    expect(await find("ungroup")).toMatch(/^Dissolve .*Choose a group of figures first\.$/);
    await page.keyboard.press("Escape");
    expect(await find("slow motion")).toMatch(/is (on|off)$/);
  });
});
