import { tracksOf } from "@levitas/core/study";
import { useApp } from "./harness/app.ts";
import {
  dragFrom,
  frames,
  middleOf,
  openNewStudy,
  press,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { openLive, scenePlace } from "./harness/liveScene.ts";
import { clickKey, placeOfKey } from "./harness/tracks.ts";

/** What a person would notice if it went wrong again. */
describe("what somebody relies on", () => {
  const app = useApp();
  const open = (demo: string) => openNewStudy(app.page, app.url, { demo });
  const stored = async (id: string) => {
    await waitUntilSaved(app.page);
    return storedDocument(app.url, id);
  };
  const keyTimes = async (id: string) =>
    tracksOf(await stored(id), "pass", "y").flatMap(({ tween, track }) =>
      track.keys.map(({ time }) => Math.round(time + tween.tether.offset)),
    );
  /** Waits until the keys are at other times than they were; what reads typed numbers may only be coming. */
  const movedKeys = async (id: string, from: readonly number[]) => {
    for (let tries = 0; tries < 60; tries++) {
      const times = await keyTimes(id);
      if (JSON.stringify(times) !== JSON.stringify(from)) return times;
      await frames(app.page, 6);
    }
    throw new Error("No key has moved.");
  };
  const typeInto = async (label: string, text: string) => {
    const field = await app.page.waitForSelector(`input[aria-label="${label}"]`);
    await field?.click({ count: 3 });
    await app.page.keyboard.type(text);
    await app.page.keyboard.press("Enter");
    await frames(app.page, 2);
  };

  it("a take that is being recorded is kept when Live is left", async () => {
    const { page } = app;
    const id = await openLive(page, app.url, { demo: "tide-dial-answers" });
    const before = (await stored(id)).live?.takes.length ?? 0;
    await press(page, "Record a take");
    const place = await scenePlace(page, 440, 194);
    await page.mouse.click(place.x, place.y);
    await frames(page, 20);
    await page.keyboard.press("l");
    await page.waitForSelector("[data-figure-row]");
    await page.waitForFunction(() => document.body.textContent?.includes("Kept what was recorded"));
    const after = await stored(id);
    expect(after.live?.takes).toHaveLength(before + 1);
    expect(after.live?.takes.at(-1)?.events.some(({ type }) => type === "press")).toBe(true);
  });

  it("a figure that is dragged by its lettering moves, again and again, and nothing else", async () => {
    const { page } = app;
    await open("boarding-pass");
    await press(page, "Add figure");
    const chip = await page.waitForSelector(
      '::-p-xpath(//*[@role="menuitem"][starts-with(., "Chip")])',
    );
    await chip?.click();
    await frames(page, 3);
    for (let round = 0; round < 3; round++) {
      const at = await page.$eval('[data-testid="stage"]', (stage) => {
        const chips = [...stage.querySelectorAll("[data-figure]")];
        const box = chips.at(-1)?.getBoundingClientRect();
        return {
          x: (box?.x ?? 0) + (box?.width ?? 0) / 2,
          y: (box?.y ?? 0) + (box?.height ?? 0) / 2,
        };
      });
      await dragFrom(page, at, { x: -24, y: 18 }, { steps: 6 });
      await frames(page, 2);
      expect(await page.evaluate(() => String(getSelection()))).toBe("");
      expect(await page.$('[aria-label="Text to bring in"]')).toBeNull();
    }
  });

  it("a held arrow is one step of the history", async () => {
    const { page } = app;
    const id = await open("boarding-pass");
    const before = await keyTimes(id);
    await clickKey(page, "Pass y", 2);
    for (let i = 0; i < 8; i++) {
      await page.keyboard.down("Control");
      await page.keyboard.press("ArrowRight");
      await page.keyboard.up("Control");
    }
    await movedKeys(id, before);
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await frames(page, 3);
    expect(await keyTimes(id)).toEqual(before);
  });

  it("“+100” in the time of a key is 100 ms later, and what cannot be is said", async () => {
    const { page } = app;
    const id = await open("boarding-pass");
    const before = await keyTimes(id);
    const last = before.length;
    await clickKey(page, "Pass y", last);
    await typeInto("Time of the chosen keys", "+100");
    const later = await movedKeys(id, before);
    expect(later.at(-1)).toBe((before.at(-1) ?? 0) + 100);
    await typeInto("Time of the chosen keys", "-90000");
    await page.waitForFunction(() => document.body.textContent?.includes("before the start"));
    expect(await keyTimes(id)).toEqual(later);
  });

  it("Space plays right after something was done with the mouse", async () => {
    const { page } = app;
    await open("boarding-pass");
    await press(page, "Recipes");
    await page.keyboard.press("Escape");
    await frames(page, 4);
    await page.mouse.click(
      ...(Object.values(await middleOf(page, '[data-testid="ruler"]')) as [number, number]),
    );
    await press(page, "Add figure");
    await page.keyboard.press("Escape");
    await frames(page, 3);
    await page.keyboard.press("Space");
    await page.waitForSelector('button[aria-label="Pause"]');
  });

  it("Delete with a channel chosen deletes its keys, and says whose", async () => {
    const { page } = app;
    const id = await open("boarding-pass");
    await (
      await page
        .waitForSelector('[data-channel-name="pass y"], button[aria-label="Pass y, channel"]', {
          timeout: 1500,
        })
        .catch(() => null)
    )?.click();
    const span = await placeOfKey(page, "Pass y", 1);
    await page.mouse.click(span.x + 30, span.y);
    await frames(page, 2);
    await page.keyboard.press("Delete");
    await page.waitForFunction(() =>
      /Deleted \d+ keys of Pass · y/.test(document.body.textContent ?? ""),
    );
    expect(await keyTimes(id)).toEqual([]);
  });

  it("what a bar has no room for is counted, and opens in lines", async () => {
    const { page } = app;
    await page.setViewport({ width: 1024, height: 768 });
    await open("boarding-pass");
    await clickKey(page, "Pass y", 1);
    const more = await page.waitForSelector(
      '::-p-xpath(//section[@aria-label="Chosen keys"]/button)',
    );
    expect(await more?.evaluate((each) => each.textContent)).toMatch(/^\d+ more$/);
    await more?.click();
    await frames(page, 2);
    const hidden = await page.$$eval('section[aria-label="Chosen keys"] button', (all) =>
      all
        .filter((each) => {
          const box = each.getBoundingClientRect();
          const hit = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
          return !each.contains(hit);
        })
        .map((each) => each.textContent),
    );
    expect(hidden).toEqual([]);
  });

  it("what was done can be taken back after the study was left, and says what it was about", async () => {
    const { page } = app;
    const id = await open("boarding-pass");
    const before = await keyTimes(id);
    await clickKey(page, "Pass y", 2);
    await typeInto("Time of the chosen keys", "+50");
    await movedKeys(id, before);
    await page.click('nav a[href="/"]');
    await (await page.waitForSelector(`a[data-study="${id}"]`))?.click();
    await page.waitForSelector('[aria-label="Save state"]');
    await press(page, "What was done");
    expect(await textOf(page, 'ol[aria-label^="What was done"]')).toMatch(/Pass · y/);
    await page.keyboard.press("Escape");
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await frames(page, 3);
    expect(await keyTimes(id)).toEqual(before);
  });

  it("a study opens where the browser keeps nothing", async () => {
    const { page } = app;
    await page.evaluateOnNewDocument(() => {
      const refuse = () => {
        throw new DOMException("The operation is insecure.", "SecurityError");
      };
      for (const name of ["localStorage", "sessionStorage"])
        Object.defineProperty(window, name, { get: refuse });
      Object.defineProperty(indexedDB, "open", { value: refuse });
    });
    await open("boarding-pass");
    await page.waitForSelector('[data-testid="curve-plot"]');
  });
});
