import { compileStudy, trackValue } from "@levitas/core/motion";
import { eachTween, type Study, tracksOf } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import { audit, THEMES } from "./harness/audit.ts";
import {
  dragBy,
  dragFrom,
  frames,
  middleOf,
  openNewStudy,
  press,
  storedDocument,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import {
  clickKey,
  clickSpan,
  placeOf,
  placeOfColumn,
  placeOfKey,
  stopsOf,
} from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

const TIME = '[aria-label="Time in milliseconds"]';

describe("keyframed motion on the bench", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let problems: string[];
  let id: string;
  /** What a person did, counted: a click, a drag, a key press or a text typed is one action. */
  let actions = 0;
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });
  beforeEach(async () => {
    ({ page, problems } = await openPage(browser));
    actions = 0;
  });
  afterEach(async () => {
    await page.close();
    expect(problems).toEqual([]);
  });

  /** Opens a fresh copy of a demo study: what other tests did does not matter. */
  const openDemo = async (demo: string) => {
    id = await openNewStudy(page, server.url, { demo });
    await frames(page, 3);
  };
  const click = async (selector: string, more: { shift?: boolean } = {}) => {
    actions++;
    if (more.shift) await page.keyboard.down("Shift");
    await (await page.waitForSelector(selector))?.click();
    if (more.shift) await page.keyboard.up("Shift");
    await frames(page, 1);
  };
  const button = async (name: string) => {
    actions++;
    await press(page, name);
    await frames(page, 2);
  };
  const item = async (text: string) => {
    await click(`::-p-xpath(//*[@role="menuitem"][starts-with(., ${JSON.stringify(text)})])`);
  };
  const hotkey = async (key: string, ...held: ("Shift" | "Alt" | "Control")[]) => {
    actions++;
    for (const each of held) await page.keyboard.down(each);
    await page.keyboard.press(key as "a");
    for (const each of held) await page.keyboard.up(each);
    await frames(page, 2);
  };
  /** Types into a number that stands on the screen: a click, a text, Enter. */
  const type = async (selector: string, text: string) => {
    actions += 2;
    await (await page.waitForSelector(selector))?.click();
    await page.waitForSelector(`input${selector}`);
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    await frames(page, 2);
  };
  /** A new study without the ball that rolls in it to begin with. */
  const newStudy = async () => {
    await page.bringToFront();
    await page.goto(server.url);
    await button("New study");
    await item("From nothing");
    await page.waitForSelector('[aria-label="Save state"]');
    // A new study has a ball that rolls, to begin with; here it goes.
    await button("More for Ball");
    await item("Delete figure");
    id = page.url().split("/").at(-1) ?? "";
  };
  const goTo = (time: number) => type(TIME, String(time));
  const drag = async (selector: string, x: number, y: number, steps = 8) => {
    actions++;
    await dragBy(page, selector, { x, y }, { steps });
    await frames(page, 2);
  };
  const stored = async (): Promise<Study> => {
    await waitUntilSaved(page);
    return storedDocument(server.url, id);
  };
  const keysOf = (study: Study, figure: string, channel: Parameters<typeof tracksOf>[2]) =>
    tracksOf(study, study.figures.find(({ name }) => name === figure)?.id ?? "", channel).flatMap(
      ({ tween, track }) =>
        track.keys.map((key) => [
          Math.round(key.time + (tween.tether.to === "start" ? tween.tether.offset : 0)),
          typeof key.value === "number" ? Math.round(key.value * 100) / 100 : key.value,
        ]),
    );
  const pxPerMs = async () => {
    // Where two times are on the ruler: the playhead is asked.
    const at = () =>
      page.$eval('[title="Drag to scrub"]', (head) => head.parentElement?.style.translate ?? "");
    await goTo(0);
    const zero = Number.parseFloat(await at());
    await goTo(1000);
    return (Number.parseFloat(await at()) - zero) / 1000;
  };

  inAll(
    "builds a pass that lands from nothing, in under sixty actions",
    async () => {
      await newStudy();
      await button("Add figure");
      await item("Card");
      // The pivot goes to its foot, by pointer, and snaps there.
      const pivot = await middleOf(page, '[data-part="pivot-ring"]');
      const foot = await page.$eval("[data-figure]", (element) => {
        const box = element.getBoundingClientRect();
        return box.bottom;
      });
      await drag('[data-part="pivot"]', 0, foot - pivot.y + 2);
      // The fall: y is animated at 0, then at half a second further down.
      await hotkey("a");
      await page.keyboard.type("y");
      await hotkey("Enter");
      await type('[aria-label="Card y"]', "-150");
      await goTo(500);
      await type('[aria-label="Card y"]', "230");
      // It falls faster and faster.
      await clickSpan(page, "Card y");
      await click('button[title="ease-in"]');
      // The squash: wide and flat, then a smaller stretch, then at rest.
      const shape = [
        [500, 1, 1],
        [600, 1.25, 0.7],
        [750, 0.93, 1.1],
        [900, 1, 1],
      ] as const;
      for (const [i, [time, wide, tall]] of shape.entries()) {
        if (i > 0) await goTo(time);
        for (const [channel, value] of [
          ["scale x", wide],
          ["scale y", tall],
        ] as const) {
          if (i === 0) {
            await hotkey("a");
            await page.keyboard.type(channel);
            await hotkey("Enter");
          } else await type(`[aria-label="Card ${channel}"]`, String(value));
        }
      }
      // The color flash.
      await goTo(500);
      await hotkey("a");
      await page.keyboard.type("color");
      await hotkey("Enter");
      await goTo(600);
      await type('[aria-label="Card color"]', "#D98A12");
      await goTo(900);
      await type('[aria-label="Card color"]', "#3F5E8C");
      // All of it softly: every key of the figure, smoothed.
      await hotkey("a", "Control");
      await hotkey("a", "Control");
      await hotkey("s");
      expect(actions).toBeLessThan(60);

      const study = await stored();
      expect(study.figures[0]?.pivot).toEqual({ x: 0.5, y: 1 });
      expect(keysOf(study, "Card", "y")).toEqual([
        [0, -150],
        [500, 230],
      ]);
      expect(keysOf(study, "Card", "scaleX")).toEqual(shape.map(([t, wide]) => [t, wide]));
      expect(keysOf(study, "Card", "scaleY")).toEqual(shape.map(([t, , tall]) => [t, tall]));
      expect(keysOf(study, "Card", "color").map(([time]) => time)).toEqual([500, 600, 900]);
      // What is seen in mid-flight is what the study says, the foot at the same height as it squashes.
      await goTo(600);
      const seen = await page.$eval("[data-figure]", (element) => {
        const { style } = element as HTMLElement;
        return [style.scale, style.transformOrigin, style.translate];
      });
      expect(seen[0]).toBe("1.25 0.7");
      expect(seen[1]).toBe("50% 100%");
      expect(seen[2]).toContain("230px");
    },
    60_000,
  );

  it("turns a card over with its two faces", async () => {
    await openDemo("pass-lands");
    // It begins above the scene: it is chosen by its name.
    await click('[data-figure-row="pass"] button[title^="Click to select"]');
    await goTo(900);
    await hotkey("a");
    // It is found by what it does, too.
    await page.keyboard.type("flip");
    await page.keyboard.press("ArrowDown");
    await hotkey("Enter");
    await page.waitForSelector('button[aria-label="Pass turn y"]');
    await goTo(1500);
    await type('[aria-label="Pass turn y"]', "1/2turn");
    const faces = () =>
      page.$$eval('[data-figure="pass"] > [data-face]', (list) =>
        list.map((face) => getComputedStyle(face).visibility),
      );
    await goTo(950);
    expect(await faces()).toEqual(["visible", "hidden"]);
    await goTo(1450);
    expect(await faces()).toEqual(["hidden", "visible"]);
    expect(
      await page.$eval(
        '[data-figure="pass"]',
        (element) => (element as HTMLElement).style.transform,
      ),
    ).toContain("rotateY(165deg)");
    const study = await stored();
    expect(keysOf(study, "Pass", "turnY")).toEqual([
      [900, 0],
      [1500, 180],
    ]);
  });

  inAll("makes a tide dial's needle go the short way, and shows the way on the dial", async () => {
    await newStudy();
    await button("Add figure");
    await item("Dial");
    await hotkey("a");
    await page.keyboard.type("rotate");
    await hotkey("Enter");
    await type('[aria-label="Dial needle rotate"]', "350");
    await goTo(800);
    await type('[aria-label="Dial needle rotate"]', "20");
    await clickSpan(page, "Dial needle rotate");
    const inkOf = () =>
      page.$$eval('[aria-label="Scene"] canvas', (layers) =>
        layers.map((canvas) => (canvas as HTMLCanvasElement).toDataURL()).join(),
      );
    const wrong = await inkOf();
    await button("plain numbers: route of the angle");
    await item("shorter way");
    await frames(page, 2);
    // The arc is another one now, before anything plays.
    expect(await inkOf()).not.toBe(wrong);
    const study = await stored();
    const motion = compileStudy(study);
    const index = study.figures.findIndex(({ look }) => look.needle);
    const way = [0, 400, 800].map((t) => Math.round(motion.valueAt(index, "rotate", t)));
    expect(way).toEqual([350, 365, 380]);
    // The needle stands in its dial.
    expect(study.figures[index]?.parent).toBe(study.figures[0]?.id);
  });

  inAll(
    "pastes three back-and-forth cycles of a buoy's bob, and retimes the whole by dragging its end",
    async () => {
      await openDemo("buoy");
      const before = await storedDocument(server.url, id);
      const first = keysOf(before, "Buoy", "y").slice(0, 2);
      expect(first).toEqual([
        [0, 92],
        [1000, 62],
      ]);
      await clickKey(page, "Buoy y", 1);
      await clickKey(page, "Buoy y", 2, { shift: true });
      expect(await page.$eval('[data-testid="chosen-count"]', (e) => e.textContent)).toBe(
        "2 keys chosen",
      );
      await button("Copy");
      await goTo(3000);
      await button("Paste…");
      const cycles = await page.waitForSelector(
        "::-p-xpath(//label[starts-with(., 'Cycles')]//input)",
      );
      await cycles?.click({ count: 3 });
      await page.keyboard.type("6");
      await page.keyboard.press("Enter");
      await button("Alternate: there and back");
      await (await page.waitForSelector("::-p-xpath(//button[.='Paste'])"))?.click();
      await frames(page, 2);
      const study = await stored();
      const keys = keysOf(study, "Buoy", "y");
      // There and back three times: seven keys, none of them double.
      expect(keys.filter(([time]) => Number(time) >= 3000)).toEqual([
        [3000, 92],
        [4000, 62],
        [5000, 92],
        [6000, 62],
        [7000, 92],
        [8000, 62],
        [9000, 92],
      ]);

      // All of the buoy, twice as fast, by the end of its line, which is brought into view.
      await hotkey("v");
      await frames(page, 3);
      const scale = await pxPerMs();
      const last = (await stopsOf(page, "Columns of Buoy")).at(-1);
      if (!last) throw new Error("the buoy has no columns");
      await dragFrom(page, { x: last.x + 9, y: last.y }, { x: -4500 * scale, y: 0 }, { steps: 20 });
      const faster = await stored();
      const times = keysOf(faster, "Buoy", "y").map(([time]) => Number(time));
      const factor = (times.at(-1) ?? 0) / 9000;
      expect(factor).toBeGreaterThan(0.45);
      expect(factor).toBeLessThan(0.55);
      const was = keys.map(([time]) => Number(time));
      times.forEach((time, i) => {
        expect(Math.abs(time - (was[i] as number) * factor)).toBeLessThan(1.5);
      });
      await hotkey("z", "Control");
      expect(keysOf(await stored(), "Buoy", "y")).toEqual(keys);
    },
    40_000,
  );

  it("moves, turns and scales a figure on the scene by pointer, and says that keys appear", async () => {
    await openDemo("pass-lands");
    await goTo(150);
    await click('[data-figure="quay"]');
    await goTo(300);
    // Nothing drives the chip of the quay: its rest changes. The pass is driven: a key appears.
    await goTo(670);
    const from = await middleOf(page, '[data-figure="pass"]');
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    for (let i = 1; i <= 10; i++) {
      await page.mouse.move(from.x + i * 5, from.y - i * 3);
      await frames(page, 1);
    }
    expect(await page.$eval('[data-testid="drag-tip"]', (tip) => tip.textContent)).toMatch(/^x \d/);
    await page.mouse.up();
    let study = await stored();
    // y has a key at that time, which takes the value; x is not driven, so that its rest changes.
    expect(keysOf(study, "Pass", "x")).toEqual([]);
    expect(Number(study.figures.find(({ name }) => name === "Pass")?.rest.x)).toBeGreaterThan(260);
    expect(keysOf(study, "Pass", "y")[1]?.[1]).toBeLessThan(190);
    await goTo(1250);
    await drag('[data-part="turn"]', 60, 30);
    study = await stored();
    expect(Number(study.figures.find(({ name }) => name === "Pass")?.rest.rotate)).toBeGreaterThan(
      5,
    );
    await drag('[data-part="ne"]', 20, -10);
    await page.waitForFunction(() =>
      document.querySelector("[data-notice]")?.textContent?.includes("Set 2 keys"),
    );
    study = await stored();
    expect(keysOf(study, "Pass", "scaleX").at(-1)?.[0]).toBe(1250);
    // Escape takes a drag back.
    const kept = JSON.stringify((await stored()).figures);
    await dragBy(page, '[data-part="pivot"]', { x: -40, y: -30 }, { release: false });
    await page.keyboard.press("Escape");
    await page.mouse.up();
    await frames(page, 3);
    expect(JSON.stringify((await stored()).figures)).toBe(kept);
  });

  it("unfolds a lane into its graph, where keys and tangents are dragged in real units", async () => {
    await openDemo("pass-lands");
    await click('button[aria-label="Graph of Pass y"]');
    await page.waitForSelector('[data-graph="pass y"]');
    // Axis with a unit, readings of the stretch, the other channels faintly behind.
    expect(
      await page.$eval('[data-testid="stretch-readings"]', (list) => list.textContent),
    ).toMatch(/of the (lane|span).*overshoots.*px.*peak.*px\/s/);
    const key = () => placeOfKey(page, "Pass y on the graph", 2);
    const tangent = () => placeOf(page, "Keys of Pass y on the graph", "Tangent before key 2");
    const before = keysOf(await stored(), "Pass", "y")[1];
    await dragFrom(page, await key(), { x: 24, y: 30 });
    const after = keysOf(await stored(), "Pass", "y")[1];
    expect(Number(after?.[0])).toBeGreaterThan(Number(before?.[0]));
    expect(Number(after?.[1])).toBeLessThan(Number(before?.[1]));
    // A tangent of the span before it becomes a cubic-bezier of its own.
    await clickKey(page, "Pass y on the graph", 2);
    await dragFrom(page, await tangent(), { x: -30, y: 0 });
    const study = await stored();
    const curve = tracksOf(study, "pass", "y")[0]?.track.keys[0]?.curve;
    expect(curve).toMatchObject({ kind: "cubic-bezier" });
    // Pulled past the key in time it stops at the limit.
    await dragFrom(page, await tangent(), { x: 400, y: 0 });
    expect(tracksOf(await stored(), "pass", "y")[0]?.track.keys[0]?.curve).toMatchObject({ x2: 1 });
    await click('button[aria-label="Graph of Pass y"]');
    expect(await page.$('[data-graph="pass y"]')).toBeNull();
  });

  inAll("shows a seam where the speed jumps, and matches both sides at a click", async () => {
    await openDemo("boarding-pass");
    const seams = async () =>
      (await stopsOf(page, "Keys of Pass rotate")).filter(({ words }) =>
        words.includes("the speed jumps here"),
      );
    const before = await seams();
    const [seam] = before;
    if (!seam) throw new Error("there is no seam");
    // Its mark hangs below the key, and says the same to the pointer.
    const mark = { x: seam.x, y: seam.y + 14 };
    await page.mouse.move(mark.x, mark.y);
    await page.waitForSelector('[title^="The speed jumps here, "][title*="°/s"]');
    await page.mouse.click(mark.x, mark.y);
    await frames(page, 2);
    expect((await seams()).length).toBe(before.length - 1);
  });

  inAll("moves a whole column of keys, and keys chosen by a box over lanes", async () => {
    await openDemo("pass-lands");
    const column = (await stopsOf(page, "Columns of Shadow"))[1];
    if (!column) throw new Error("the shadow has no second column");
    expect(column.words).toMatch(/^Column 2 of \d+, \d+ ms, 3 keys$/);
    await dragFrom(page, column, { x: 40, y: 0 });
    const study = await stored();
    const ends = (["opacity", "scaleX", "blur"] as const).map(
      (channel) => keysOf(study, "Shadow", channel)[1]?.[0],
    );
    expect(new Set(ends).size).toBe(1);
    expect(Number(ends[0])).toBeGreaterThan(670);
    // A box over the lanes of the pass.
    const lane = await page.$('[role="group"][aria-label="Pass scale x"]');
    const end = await page.$('[role="group"][aria-label="Pass scale y"]');
    const [top, low] = [await lane?.boundingBox(), await end?.boundingBox()];
    if (!top || !low) throw new Error("the lanes are not on the screen");
    await page.mouse.move(top.x + 150, top.y + 2);
    await page.mouse.down();
    await page.mouse.move(low.x + low.width - 4, low.y + low.height - 2, { steps: 6 });
    await page.mouse.up();
    await frames(page, 2);
    expect(await page.$eval('[data-testid="chosen-count"]', (e) => e.textContent)).toBe(
      "10 keys chosen",
    );
    const before = keysOf(await stored(), "Pass", "scaleX");
    await drag('[data-chosen="to"]', 60, 0);
    const after = keysOf(await stored(), "Pass", "scaleX");
    expect(after[0]).toEqual(before[0]);
    expect(Number(after.at(-1)?.[0])).toBeGreaterThan(Number(before.at(-1)?.[0]) + 40);
  });

  it("joins x and y to a path with handles on the scene, and parts them again", async () => {
    await openDemo("ferry-crosses");
    await goTo(0);
    await click('[data-figure="ferry"]');
    const before = compileStudy(await stored());
    const ferry = before.figureIndex("ferry");
    await button("Split x and y");
    const parted = compileStudy(await stored());
    await button("Join x and y");
    await page.waitForSelector("[data-space-point]");
    const joined = compileStudy(await stored());
    for (let t = 0; t <= before.duration; t += 40)
      for (const channel of ["x", "y"] as const) {
        const was = before.valueAt(ferry, channel, t);
        expect(Math.abs(parted.valueAt(ferry, channel, t) - was)).toBeLessThan(0.6);
        expect(Math.abs(joined.valueAt(ferry, channel, t) - was)).toBeLessThan(1.1);
      }
    const points = await page.$$("[data-space-point]");
    expect(points.length).toBeGreaterThan(2);
    const key = await points[0]?.evaluate((point) => point.getAttribute("data-space-point"));
    await drag(`[data-space-point="${key}"]`, 20, -20);
    const moved = compileStudy(await stored());
    // The first point is where the crossing begins.
    expect(moved.valueAt(ferry, "x", 200)).toBeGreaterThan(joined.valueAt(ferry, "x", 200) + 10);
    expect(moved.valueAt(ferry, "y", 200)).toBeLessThan(joined.valueAt(ferry, "y", 200) - 10);
  });

  inAll(
    "gives a figure the whole motion of another one, where it stands, and a recipe from the gallery",
    async () => {
      await openDemo("pass-lands");
      await button("More for Pass");
      await item("Copy its motion");
      await button("Add figure");
      await item("Ball");
      await button("More for Ball");
      await item("Paste motion");
      const study = await stored();
      const motion = compileStudy(study);
      const [pass, ball] = ["Pass", "Ball"].map((name) =>
        study.figures.findIndex((figure) => figure.name === name),
      ) as [number, number];
      const place = (index: number, t: number) => motion.valueAt(index, "y", t);
      const rest = Number(study.figures[ball]?.rest.y);
      for (const t of [150, 400, 670, 900])
        expect(place(ball, t) - rest).toBeCloseTo(place(pass, t) - place(pass, 150), 6);

      await goTo(1500);
      await hotkey("r");
      await (await page.waitForSelector("::-p-xpath(//button[contains(., 'Bell sway')])"))?.click();
      const swayed = await stored();
      const sway = [...eachTween(swayed.sequence)].find(({ name }) => name === "Bell sway");
      expect(sway?.figures).toEqual([study.figures[ball]?.id]);
      expect(sway?.tracks.every(({ mode }) => mode === "relative")).toBe(true);
      // Keys become a recipe of one's own, which the server keeps.
      await button("Pause");
      await clickKey(page, "Pass scale x", 1);
      await clickKey(page, "Pass scale x", 2, { shift: true });
      await button("Recipe…");
      await (await page.waitForSelector('[aria-label="Name of the recipe"]'))?.click();
      await page.keyboard.type("Gangway squash");
      await page.keyboard.press("Enter");
      await page.waitForFunction(() =>
        document.querySelector("[data-notice]")?.textContent?.includes("Kept the recipe"),
      );
      const { recipes } = (await (await fetch(`${server.url}/api/recipes`)).json()) as {
        recipes: { recipe: { name: string } }[];
      };
      expect(recipes.map(({ recipe }) => recipe.name)).toEqual(["Gangway squash"]);
    },
    40_000,
  );

  inAll("plays a chosen range, counts in seconds, and shows the onion skin", async () => {
    await openDemo("pass-lands");
    const strip = await page.$('[data-testid="range-strip"]');
    const box = await strip?.boundingBox();
    if (!box) throw new Error("the strip is not on the screen");
    await page.mouse.move(box.x + 150, box.y + 5);
    await page.mouse.down();
    await page.mouse.move(box.x + 260, box.y + 5, { steps: 6 });
    await page.mouse.up();
    await press(page, "Play");
    const seen: number[] = [];
    for (let i = 0; i < 40; i++) {
      await frames(page, 2);
      seen.push(Number(await page.$eval(TIME, (field) => field.textContent)));
    }
    await press(page, "Pause");
    // 110 px of strip are a part of the 1370 ms: it never leaves it, and goes through it.
    const [low, high] = [Math.min(...seen.slice(2)), Math.max(...seen.slice(2))];
    expect(high - low).toBeGreaterThan(100);
    expect(high - low).toBeLessThan(700);
    expect(low).toBeGreaterThan(150);
    await press(page, "play all");
    await press(page, "ms");
    await page.waitForSelector('[aria-label="Time in seconds"]');
    await type('[aria-label="Time in seconds"]', "0.5");
    await page.waitForSelector('::-p-xpath(//*[@aria-label="Time in seconds"][.="0.500"])');
    const ink = () =>
      page.$$eval('[aria-label="Scene"] canvas', (layers) =>
        layers.map((canvas) => (canvas as HTMLCanvasElement).toDataURL()).join(),
      );
    await click('[data-figure="pass"]');
    const without = await ink();
    await press(page, "Show…");
    await press(page, "Onion skin");
    await frames(page, 2);
    expect(await ink()).not.toBe(without);
  });

  inAll(
    "groups figures so that nothing moves, and a figure out of sight is found again",
    async () => {
      await openDemo("pass-lands");
      await goTo(900);
      await click('[data-figure="pass"]');
      const where = () => page.$eval('[data-figure="pass"]', (e) => e.getBoundingClientRect().y);
      const before = await where();
      await hotkey("g", "Control");
      await frames(page, 3);
      expect(Math.abs((await where()) - before)).toBeLessThan(0.5);
      const study = await stored();
      const group = study.figures.find(({ kind }) => kind === "group");
      expect(study.figures.find(({ id: each }) => each === "pass")?.parent).toBe(group?.id);
      await hotkey("z", "Control");
      await goTo(150);
      await click('::-p-xpath(//button[starts-with(@title, "Click to select")][.="Pass"])');
      const find = "Pass is out of sight: bring it into view";
      await page.waitForFunction(
        (label) => {
          const chip = document.querySelector(`[aria-label="${label}"]`);
          return chip !== null && getComputedStyle(chip).visibility === "visible";
        },
        {},
        find,
      );
      await button(find);
      await frames(page, 3);
      const [figure, frame] = await page.evaluate(() =>
        ['[data-figure="pass"]', '[aria-label="Scene"]'].map((selector) => {
          const box = document.querySelector(selector)?.getBoundingClientRect();
          return { top: box?.top ?? 0, bottom: box?.bottom ?? 0 };
        }),
      );
      expect(figure && frame && figure.bottom > frame.top && figure.top < frame.bottom).toBe(true);
    },
  );

  inAll(
    "dresses, duplicates, nests and reorders figures",
    async () => {
      await openDemo("pass-lands");
      await button("More for Pass");
      await item("Duplicate");
      let study = await stored();
      expect(study.figures.map(({ name }) => name).slice(-2)).toEqual(["Pass", "Pass 2"]);
      // The copy has a motion of its own.
      expect(keysOf(study, "Pass 2", "y")).toEqual(keysOf(study, "Pass", "y"));
      await button("More for Pass 2");
      await item("Appearance…");
      await page.waitForSelector("::-p-xpath(//h2[starts-with(., 'Appearance')])");
      // The panel has its place once it has been measured.
      await frames(page, 12);
      const title = await page.waitForSelector(
        "::-p-xpath(//label[starts-with(., 'Title')]//input)",
      );
      await title?.click({ count: 3 });
      await page.keyboard.type("Mallow Sound");
      await page.keyboard.press("Enter");
      await button("plum");
      await button("Pivot top left");
      await page.keyboard.press("Escape");
      study = await stored();
      const copy = study.figures.at(-1);
      expect(copy?.look.title).toBe("Mallow Sound");
      expect([copy?.hue, copy?.pivot]).toEqual(["plum", { x: 0, y: 0 }]);
      expect(
        await page.$$eval("[data-figure]", (all) =>
          all.some((f) => f.textContent?.includes("Mallow Sound")),
        ),
      ).toBe(true);
      // Into the shadow, and out of it again: nothing moves.
      const named = (name: string) =>
        `::-p-xpath(//button[starts-with(@title, "Click to select")][.="${name}"])`;
      await click(named("Shadow"));
      await click(named("Pass 2"), { shift: true });
      await button("More for Pass 2");
      await item("Put inside Shadow");
      study = await stored();
      expect(study.figures.at(-1)?.parent).toBe("shadow");
      await button("More for Pass 2");
      await item("Take out of Shadow");
      expect((await stored()).figures.at(-1)?.parent).toBeNull();
      // By its mark it is dragged to the back of all.
      const mark = '[title="Drag up or down: figures further down are in front"]';
      const marks = await page.$$(mark);
      const [first, last] = [await marks[0]?.boundingBox(), await marks.at(-1)?.boundingBox()];
      if (!first || !last) throw new Error("the marks are not on the screen");
      await page.mouse.move(last.x + 6, last.y + 6);
      await page.mouse.down();
      await page.mouse.move(first.x + 6, first.y - 8, { steps: 8 });
      await frames(page, 2);
      await page.mouse.up();
      await frames(page, 2);
      expect((await stored()).figures[0]?.name).toBe("Pass 2");
    },
    40_000,
  );

  it("gives a shared curve to spans of several channels at once, and says how many follow", async () => {
    await openDemo("pass-lands");
    await clickSpan(page, "Pass y");
    await button("Keep as shared curve");
    await clickKey(page, "Shadow opacity", 1);
    await clickKey(page, "Shadow blur", 1, { shift: true });
    await button("Shared");
    await (
      await page.waitForSelector(
        "::-p-xpath(//section[@aria-label='Curves to choose from']//button[contains(., 'Pass y')])",
      )
    )?.click();
    await page.waitForFunction(() =>
      document.querySelector('[data-testid="shared-count"]')?.textContent?.includes("3 spans"),
    );
    const study = await stored();
    const shared = study.curves[0]?.id;
    for (const channel of ["opacity", "blur"] as const)
      expect(tracksOf(study, "shadow", channel)[0]?.track.keys[0]?.curve).toEqual({ shared });
  });

  inAll("holds a value, repeats a key, and types times and values with arithmetic", async () => {
    await openDemo("pass-lands");
    await clickKey(page, "Pass scale x", 2);
    await button("Hold");
    expect(tracksOf(await stored(), "pass", "scaleX")[0]?.track.keys[1]?.curve).toEqual({
      kind: "steps",
      count: 1,
      position: "jump-end",
    });
    const field = async (label: string, text: string) => {
      await (await page.waitForSelector(`input[aria-label="${label}"]`))?.click({ count: 3 });
      await page.keyboard.type(text);
      await page.keyboard.press("Enter");
      await frames(page, 2);
    };
    await field("Time of the chosen keys", "750 + 2*10");
    await field("Value of the chosen keys", "130% - 0.05");
    expect(keysOf(await stored(), "Pass", "scaleX")[1]).toEqual([770, 1.25]);
    await goTo(1300);
    await clickKey(page, "Pass scale x", 2);
    await hotkey("d");
    expect(keysOf(await stored(), "Pass", "scaleX").at(-1)).toEqual([1300, 1.25]);
  });

  it.each(THEMES)(
    "axe finds no serious fault with graph, recipes, dress, palette, picker and follow open, %s",
    async (theme) => {
      await openDemo("pass-lands");
      if (theme === "dark") await page.click('[aria-label*="dark"]');
      await click('button[aria-label="Graph of Pass y"]');
      await clickKey(page, "Pass y on the graph", 1);
      expect(await audit(page)).toEqual([]);
      await hotkey("r");
      await page.waitForSelector("::-p-xpath(//button[contains(., 'Bell sway')])");
      expect(await audit(page)).toEqual([]);
      await page.keyboard.press("Escape");
      await button("More for Pass");
      await item("Appearance…");
      await page.waitForSelector("::-p-xpath(//h2[starts-with(., 'Appearance')])");
      await frames(page, 12);
      expect(await audit(page)).toEqual([]);
      await page.keyboard.press("Escape");
      // What is looked for, a color, what follows what, and what the scene shows.
      await hotkey("k", "Control");
      await page.waitForSelector(
        '[role="dialog"] [role="option"], [role="listbox"] [role="option"]',
      );
      expect(await audit(page)).toEqual([]);
      await page.keyboard.press("Escape");
      await button("Color of Pass at the playhead");
      await page.waitForSelector('[aria-label$="color area"], [role="slider"][aria-label*="ue"]');
      await frames(page, 12);
      expect(await audit(page)).toEqual([]);
      await page.keyboard.press("Escape");
      await button("More for Pass");
      await item("Follow another figure");
      await page.waitForSelector('[aria-label="Pass is to follow"]');
      await frames(page, 12);
      expect(await audit(page)).toEqual([]);
      await page.keyboard.press("Escape");
      await button("Show…");
      await frames(page, 12);
      expect(await audit(page)).toEqual([]);
      if (theme === "dark") await page.evaluate(() => localStorage.removeItem("levitas-theme"));
    },
    40_000,
  );

  inAll(
    "stores what a tangent, a column and a handle of the scene are dragged to, one after the other",
    async () => {
      await openDemo("pass-lands");
      await click('button[aria-label="Graph of Pass y"]');
      await clickKey(page, "Pass y on the graph", 1);
      const tangent = await placeOf(page, "Keys of Pass y on the graph", "Tangent after key 1");
      await dragFrom(page, tangent, { x: 40, y: -60 });
      const timesOf = async () =>
        [...eachTween((await stored()).sequence)].flatMap(({ tracks }) =>
          tracks.flatMap(({ keys }) => keys.map(({ time }) => time)),
        );
      const before = await timesOf();
      await dragFrom(page, await placeOfColumn(page, "Pass", 3), { x: 30, y: 0 });
      expect(await timesOf()).not.toEqual(before);
      await goTo(1200);
      const turnOf = ({ figures }: Study) => figures.find(({ id }) => id === "pass")?.rest.rotate;
      const turn = turnOf(await stored());
      await dragBy(page, '[data-part="turn"]', { x: 120, y: 60 });
      // It has no keys of its turn: how it rests is turned.
      expect(turnOf(await stored())).not.toBe(turn);
      const study = await stored();
      const [place] = tracksOf(study, "pass", "y");
      expect(place?.track.keys[0]?.curve).toMatchObject({ kind: "cubic-bezier" });
      const motion = compileStudy(study);
      const layer = motion.drivenAt(motion.figureIndex("pass"), "y")?.layers[0];
      expect(layer && Number.isFinite(trackValue(layer.track, layer.origin, 400, 0))).toBe(true);
    },
    40_000,
  );
});
