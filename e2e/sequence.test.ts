import { compileStudy } from "@levitas/core/motion";
import {
  eachItem,
  findItem,
  type Group,
  type Key,
  type SequenceItem,
  type Study,
  type Track,
  type Tween,
} from "@levitas/core/study";
import { placeItems } from "@levitas/core/timeline";
import type { Browser, Page } from "puppeteer-core";
import { rope } from "../packages/core/bench/harbour.mjs";
import { audit, THEMES } from "./harness/audit.ts";
import {
  dragBy,
  dragFrom,
  frames,
  middleOf,
  openNewStudy,
  press,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { clickKey, placeOfBlock, placeOfEdge, placeOfKey, stopsOf } from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

const TIME = '[aria-label="Time in milliseconds"]';
const key = (id: string, time: number, value: Key["value"]): Key => ({ id, time, value });
const tween = (
  id: string,
  offset: number,
  figures: string[],
  tracks: Track[],
  more: Partial<Tween> = {},
): Tween => ({
  type: "tween",
  id,
  name: id,
  tether: { to: "start", offset },
  figures,
  tracks,
  ...more,
});

/** A pass and five lane chips at the kiosk, with a sequence. */
function kioskStudy(sequence: SequenceItem[], markers: Study["markers"] = []): Study {
  const figure = (
    id: string,
    name: string,
    kind: "card" | "chip",
    rest: Study["figures"][0]["rest"],
  ) => ({
    id,
    name,
    kind,
    parent: null,
    pivot: { x: 0.5, y: 0.5 },
    hue: "slate" as const,
    rest,
    look: kind === "chip" ? { text: name } : { title: "Heron Quay" },
  });
  return {
    format: "levitas-study",
    version: 2,
    name: "At the kiosk",
    scene: { width: 640, height: 400, background: "#DFE7E4", frameRate: 50 },
    figures: [
      figure("pass", "Pass", "card", { x: 40, y: 60, width: 160, height: 100 }),
      ...[1, 2, 3, 4, 5].map((n) =>
        figure(`chip${n}`, `Lane ${n}`, "chip", { x: 20 + n * 90, y: 320, width: 80, height: 34 }),
      ),
    ],
    curves: [],
    sequence,
    followers: [],
    markers,
  };
}
const falls = () =>
  tween("Falls", 200, ["pass"], [{ channel: "y", keys: [key("a", 0, -120), key("b", 400, 60)] }]);

describe("sequences on the bench", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let problems: string[];
  let id: string;
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
  });
  afterEach(async () => {
    await page.close();
    expect(problems).toEqual([]);
  });

  const openWith = async (body: object) => {
    id = await openNewStudy(page, server.url, body);
    await frames(page, 3);
  };
  const open = (document: Study) => openWith({ document });
  /** Looks at the blocks instead of the lanes. */
  const arrange = async () => {
    // A field that was typed in still has the keyboard.
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press("q");
    await page.waitForSelector("[data-block-row]");
    await frames(page, 2);
  };
  const stored = async (): Promise<Study> => {
    await waitUntilSaved(page);
    return storedDocument(server.url, id);
  };
  const block = (name: string) => `[data-block-row="${name}"]`;
  const choose = async (name: string, add = false) => {
    if (add) await page.keyboard.down("Shift");
    // By its name in the margin: a block may lie beneath another's label.
    await (
      await page.waitForSelector(`[data-block-row="${name}"] button[title*="click to choose"]`)
    )?.click();
    if (add) await page.keyboard.up("Shift");
    await frames(page, 1);
  };
  const bar = async (title: string) => {
    const button = await page.waitForSelector(
      `[aria-label="Chosen blocks"] button[title^="${title}"]`,
    );
    await button?.click();
    await frames(page, 2);
  };
  /** Types into a labelled field of what is open. */
  const field = async (label: string, text: string) => {
    const input = await page.waitForSelector(
      `::-p-xpath(//label[contains(., ${JSON.stringify(label)})]//input)`,
    );
    await input?.click({ count: 3 });
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    await frames(page, 2);
  };
  const tick = async (label: string) => {
    await (
      await page.waitForSelector(
        `::-p-xpath(//label[.//input[@type="checkbox"]][normalize-space(.)=${JSON.stringify(label)}]//input)`,
      )
    )?.click();
    await frames(page, 1);
  };
  const goTo = async (time: number) => {
    await (await page.waitForSelector(TIME))?.click();
    await page.waitForSelector(`input${TIME}`);
    await page.keyboard.type(String(time));
    await page.keyboard.press("Enter");
    // What reads typed numbers comes with the first one; the field is gone once it has been read.
    await page.waitForSelector(`button${TIME}`);
    await frames(page, 2);
  };
  const now = async () => Number(await textOf(page, TIME));
  const opacityOf = (figure: string) =>
    page.$eval(`[data-figure="${figure}"]`, (element) => Number(getComputedStyle(element).opacity));
  const starts = (study: Study) => {
    const { byId, startOf } = placeItems(study);
    return Object.fromEntries([...byId.keys()].map((each) => [each, startOf(each)]));
  };
  const get = (study: Study, name: string) => {
    const item = findItem(study, name);
    if (!item) throw new Error(`there is no ${name}`);
    return item;
  };

  inAll("builds a stagger of five chips that hangs on a landing", async () => {
    await open(kioskStudy([falls()]));
    // One chip fades in, with two keys on its lane.
    await (await page.waitForSelector('::-p-xpath(//button[.="Lane 1"])'))?.click();
    await page.keyboard.press("a");
    await page.keyboard.type("opacity");
    await page.keyboard.press("Enter");
    const lane = await middleOf(page, '[role="group"][aria-label="Lane 1 opacity"]');
    await page.mouse.click(lane.x, lane.y, { count: 2 });
    await placeOfKey(page, "Lane 1 opacity", 2);
    await clickKey(page, "Lane 1 opacity", 1);
    const value = await page.waitForSelector('[aria-label="Value of the chosen keys"]');
    await value?.click({ count: 3 });
    await page.keyboard.type("0");
    await page.keyboard.press("Enter");
    await frames(page, 2);
    const made = [...eachItem((await stored()).sequence)].find((item) => item.id !== "Falls");
    if (!made) throw new Error("no tween was made");

    await arrange();
    await choose(made.id);
    await bar("Details of");
    for (const lane of ["Lane 2", "Lane 3", "Lane 4", "Lane 5"]) await tick(lane);
    await press(page, "In list order");
    await field("From one to the next", "60");
    await page.keyboard.press("Escape");
    await bar("What it is tethered to");
    const find = await page.waitForSelector('[aria-label="Find something to tether it to"]');
    await find?.type("end of falls");
    await press(page, "End of Falls");
    await field("Later by", "40");
    await page.keyboard.press("Escape");

    const study = await stored();
    expect(get(study, made.id)).toMatchObject({
      figures: ["chip1", "chip2", "chip3", "chip4", "chip5"],
      stagger: { order: "list", gap: 60 },
      tether: { to: "item", id: "Falls", edge: "end", offset: 40 },
    });
    expect(starts(study)[made.id]).toBe(640);
    // The fan of five bars is drawn, and the scene plays it.
    const [, fan] = await stopsOf(page, { block: made.id });
    expect(fan?.words).toContain("a fan of 5");
    const at = 640 + 60 * 2 + 30;
    await goTo(at);
    const motion = compileStudy(study);
    for (const n of [1, 2, 3, 4, 5])
      expect(await opacityOf(`chip${n}`)).toBeCloseTo(
        Math.min(Math.max(motion.valueAt(n, "opacity", at), 0), 1),
        2,
      );
    // What carries it along, dragged by the pointer.
    await dragFrom(page, await placeOfBlock(page, "Falls"), { x: 40, y: 0 });
    await frames(page, 2);
    const later = starts(await stored());
    expect(later.Falls).toBeGreaterThan(210);
    expect(later[made.id]).toBe((later.Falls as number) + 440);
    // The far end of the fan, brought into view.
    await page.keyboard.press("v");
    await frames(page, 3);
    const end = (await stopsOf(page, { block: made.id })).at(-1);
    if (!end) throw new Error("the fan has no end");
    await dragFrom(page, { x: end.x, y: end.y + 12 }, { x: 30, y: 0 });
    expect((get(await stored(), made.id) as Tween).stagger?.gap).toBeGreaterThan(61);
  });

  it("marks an overlap where it happens, says who wins, and mends it with one click", async () => {
    await open(
      kioskStudy([
        tween(
          "First",
          0,
          ["pass"],
          [{ channel: "x", keys: [key("a", 0, 40), key("b", 600, 300)] }],
        ),
        tween(
          "Second",
          400,
          ["pass"],
          [{ channel: "x", keys: [key("c", 0, 100), key("d", 300, 40)] }],
        ),
      ]),
    );
    const mark = await page.waitForSelector('[data-overlap="Second First"]');
    await mark?.click();
    await page.waitForSelector('[aria-label="Mend the overlap"] p');
    expect(await textOf(page, '[aria-label="Mend the overlap"]')).toContain(
      "Second wins over First on Pass x, from 400 to 600 ms",
    );
    await press(page, "Trim the earlier");
    await page.waitForSelector('[data-overlap="Second First"]', { hidden: true });
    expect(get(await stored(), "First")).toMatchObject({ clip: { from: 0, to: 400 } });
    await page.keyboard.press("Escape");
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    // The blocks show it as well.
    await arrange();
    const contended = async (name: string) =>
      (await stopsOf(page, { block: name })).map(({ words }) => words).join();
    expect(await contended("First")).toContain("overlaps from 400 ms to 600 ms");
    await press(page, "1 overlap");
    await press(page, "Shift the later");
    await page.waitForSelector('::-p-xpath(//button[.="1 overlap"])', { hidden: true });
    await frames(page, 2);
    expect(await contended("First")).not.toContain("contended");
    expect(starts(await stored())).toMatchObject({ First: 0, Second: 600 });
  });

  it("reverses a group, and shows it backwards", async () => {
    await openWith({ demo: "kiosk-arrival" });
    await arrange();
    await choose("arrival");
    await bar("Repeats");
    await press(page, "Reverse");
    await page.keyboard.press("Escape");
    const study = await stored();
    expect(get(study, "arrival")).toMatchObject({ direction: "reverse" });
    const group = placeItems(study).byId.get("arrival");
    const start = placeItems(study).startOf("arrival");
    // It begins with the pass on the ground and ends with it in the air.
    const y = (time: number) =>
      compileStudy(study).valueAt(compileStudy(study).figureIndex("pass"), "y", time);
    expect(y(start + 1)).toBe(112);
    expect(y(start + (group?.length ?? 0) - 60)).toBeLessThan(0);
    await goTo(start + 1);
    const shown = await page.$eval(
      '[data-figure="pass"]',
      (element) => getComputedStyle(element).translate,
    );
    expect(shown).toContain("112px");
    const [arrival] = await stopsOf(page, { block: "arrival" });
    expect(arrival?.words).toContain("backwards");
  });

  inAll("sounds a cue once per loop over ten loops", async () => {
    await page.evaluateOnNewDocument(() => {
      const counted = window as unknown as { started: number };
      counted.started = 0;
      const start = OscillatorNode.prototype.start;
      OscillatorNode.prototype.start = function (when?: number) {
        counted.started++;
        return start.call(this, when);
      };
    });
    await open(
      kioskStudy([
        tween(
          "Falls",
          0,
          ["pass"],
          [{ channel: "y", keys: [key("a", 0, -120), key("b", 300, 60)] }],
        ),
        // A tick is one voice. This one is at the loop point itself.
        {
          type: "cue",
          id: "tick",
          name: "Lands",
          sound: "tick",
          tether: { to: "item", id: "Falls", edge: "end", offset: 0 },
        },
      ]),
    );
    await page.keyboard.press("Space");
    // Counts passes by what the time on the screen does: it begins anew.
    const loops = await page.evaluate(
      (selector) =>
        new Promise<number>((done) => {
          let before = -1;
          let count = 0;
          const look = () => {
            const time = Number(document.querySelector(selector)?.textContent);
            if (time < before) count++;
            before = time;
            if (count >= 10 && time > 60 && time < 240) {
              // Paused in the middle of a pass, so that no loop point is in doubt.
              (document.querySelector('[aria-label="Pause"]') as HTMLElement).click();
              done(count);
            } else requestAnimationFrame(look);
          };
          look();
        }),
      TIME,
    );
    await frames(page, 3);
    const started = await page.evaluate(() => (window as unknown as { started: number }).started);
    expect(loops).toBeGreaterThanOrEqual(10);
    expect(started).toBe(loops);
    // Scrubbing over it is silent.
    await goTo(250);
    await goTo(290);
    expect(await page.evaluate(() => (window as unknown as { started: number }).started)).toBe(
      started,
    );
  });

  inAll("goes to a marker, and back in mid-flight, from where it is", async () => {
    await open(kioskStudy([falls()], [{ id: "m", name: "Landed", time: 600 }]));
    const path: number[] = [];
    const watch = async (until: (time: number) => boolean) => {
      for (let i = 0; i < 300; i++) {
        const time = await now();
        path.push(time);
        if (until(time)) return;
        await frames(page, 1);
      }
      throw new Error(`it never got there: ${path.slice(-5)}`);
    };
    // Slowly, so that there is time to turn round on a machine that is busy.
    await (await page.waitForSelector('::-p-xpath(//button[.="Go there…"])'))?.click();
    await field("Duration", "3000");
    await page.keyboard.press("Escape");
    await (await page.waitForSelector('[data-marker="m"]'))?.click();
    await press(page, "Go there");
    await watch((time) => time > 150);
    const turned = await now();
    expect(turned).toBeLessThan(600);
    await page.keyboard.press("Escape");
    await (await page.waitForSelector('::-p-xpath(//button[.="Go there…"])'))?.click();
    const before = path.length;
    await press(page, "Start");
    await watch((time) => time === 0);
    // It never jumped: every step is that of a few frames.
    const back = path.slice(before);
    expect(Math.max(...back)).toBeLessThanOrEqual(600);
    await page.type('[aria-label="Time to go to"]', "0.6 s");
    await page.keyboard.press("Enter");
    await watch((time) => time === 600);
    await page.keyboard.press("Escape");
    await (await page.waitForSelector('[data-marker="m"]'))?.click();
    await press(page, "Jump");
    expect(await now()).toBe(600);
  });

  inAll("moves markers and sets them at the playhead", async () => {
    await open(kioskStudy([falls()], [{ id: "m", name: "Landed", time: 300 }]));
    await dragBy(page, '[data-marker="m"]', { x: 60, y: 0 });
    const moved = (await stored()).markers[0]?.time ?? 0;
    expect(moved).toBeGreaterThan(320);
    // It plays from the marker to the end, and no other part.
    await (await page.waitForSelector('[data-marker="m"]'))?.click();
    await press(page, "Play from here to the end");
    const played: number[] = [];
    for (let i = 0; i < 40; i++) {
      played.push(await now());
      await frames(page, 1);
    }
    expect(Math.min(...played)).toBeGreaterThanOrEqual(Math.floor(moved));
    expect(new Set(played).size).toBeGreaterThan(5);
    await press(page, "Pause");
    await goTo(100);
    await page.keyboard.press("n");
    await page.waitForSelector('[aria-label="Marker Marker 2"]');
    expect((await stored()).markers).toMatchObject([{}, { name: "Marker 2", time: 100 }]);
  });

  it("hangs a block elsewhere by its dot, and refuses a circle with its members", async () => {
    await open(
      kioskStudy(
        [
          falls(),
          tween(
            "Settles",
            700,
            ["pass"],
            [{ channel: "x", keys: [key("c", 0, 40), key("d", 200, 60)] }],
          ),
        ],
        [{ id: "m", name: "Gate", time: 250 }],
      ),
    );
    await arrange();
    const hang = async (from: string, to: string, edge: "start" | "end") => {
      const dot = await placeOfEdge(page, from, "start");
      const target = await placeOfEdge(page, to, edge);
      const x = target.x + (edge === "start" ? 4 : -4);
      await page.mouse.move(dot.x, dot.y);
      await page.mouse.down();
      await page.mouse.move(dot.x + 5, dot.y + 3);
      await frames(page, 1);
      await page.mouse.move(x, target.y, { steps: 6 });
      await frames(page, 2);
      await page.mouse.up();
      await frames(page, 2);
    };
    await hang("Settles", "Falls", "end");
    const study = await stored();
    expect(get(study, "Settles").tether).toEqual({
      to: "item",
      id: "Falls",
      edge: "end",
      offset: 100,
    });
    await hang("Falls", "Settles", "end");
    expect(await textOf(page, "[data-notice]")).toMatch(
      /circle: .*Falls.*Settles|circle: .*Settles.*Falls/,
    );
    expect(get(await stored(), "Falls").tether).toEqual({ to: "start", offset: 200 });
    await choose("Settles");
    await bar("Cut the tethers");
    expect(get(await stored(), "Settles").tether).toEqual({ to: "start", offset: 700 });
    // And on a marker of the ruler.
    const dot = await placeOfEdge(page, "Falls", "start");
    const flag = await middleOf(page, '[data-marker="m"]');
    await page.mouse.move(dot.x, dot.y);
    await page.mouse.down();
    await page.mouse.move(dot.x + 4, dot.y + 4);
    await frames(page, 1);
    await page.mouse.move(flag.x, flag.y, { steps: 6 });
    await frames(page, 2);
    await page.mouse.up();
    expect(get(await stored(), "Falls").tether).toEqual({ to: "marker", id: "m", offset: -50 });
  });

  it("splits, trims, joins, duplicates, disables, groups and dissolves by hand", async () => {
    await open(kioskStudy([falls()]));
    await arrange();
    await choose("Falls");
    await goTo(400);
    await page.keyboard.press("x");
    // What blocks are split with comes with the first time.
    await page.waitForFunction(() => document.querySelectorAll("[data-block-row]").length === 2);
    let study = await stored();
    expect(study.sequence).toMatchObject([
      { id: "Falls", clip: { from: 0, to: 200 } },
      { clip: { from: 200, to: 400 }, tether: { to: "item", id: "Falls", edge: "end" } },
    ]);
    const second = study.sequence[1]?.id ?? "";
    await choose("Falls");
    await choose(second, true);
    await page.keyboard.press("j");
    study = await stored();
    expect(study.sequence).toHaveLength(1);
    expect(study.sequence[0]).not.toHaveProperty("clip");

    await dragFrom(page, await placeOfEdge(page, "Falls", "end"), { x: -40, y: 0 });
    const { clip } = (await stored()).sequence[0] as Tween;
    expect(clip?.to).toBeLessThan(390);
    await choose("Falls");
    await page.keyboard.press("d");
    study = await stored();
    expect(study.sequence).toHaveLength(2);
    const copy = study.sequence[1]?.id ?? "";
    expect(starts(study)[copy]).toBeCloseTo(200 + (clip?.to ?? 0), 6);

    await bar("Disable the chosen blocks");
    expect(get(await stored(), copy).disabled).toBe(true);
    await bar("Disable the chosen blocks");
    expect(get(await stored(), copy).disabled).toBeUndefined();

    await bar("Move the chosen block up");
    expect((await stored()).sequence.map((item) => item.id)).toEqual([copy, "Falls"]);
    await bar("Move the chosen block down");
    expect((await stored()).sequence.map((item) => item.id)).toEqual(["Falls", copy]);
    const before = starts(await stored());
    await choose("Falls");
    await choose(copy, true);
    await bar("Group the chosen");
    study = await stored();
    const [group] = study.sequence as [Group];
    expect(group).toMatchObject({ type: "group", items: [{ id: "Falls" }, { id: copy }] });
    expect(starts(study)).toMatchObject(before);
    await page.click(`[aria-label="Fold ${group.name}"]`);
    await page.waitForSelector(block("Falls"), { hidden: true });
    await page.click(`[aria-label="Open ${group.name}"]`);
    await page.waitForSelector(block("Falls"));
    await choose(group.id);
    await bar("Dissolve the chosen group");
    study = await stored();
    expect(study.sequence.map((item) => item.id)).toEqual(["Falls", copy]);
    expect(starts(study)).toMatchObject(before);
    await choose(copy);
    await page.keyboard.press("Delete");
    expect((await stored()).sequence).toHaveLength(1);
  });

  inAll("adds cues, freezes and shakes at the end of a block, and changes them", async () => {
    await open(kioskStudy([falls()]));
    await arrange();
    const add = async (name: string) => {
      await choose("Falls");
      await press(page, "Add to sequence");
      await (
        await page.waitForSelector(`::-p-xpath(//*[@role="menuitem"][starts-with(., "${name}")])`)
      )?.click();
      await frames(page, 2);
    };
    await add("Cue");
    await bar("Details of");
    await press(page, "Bell");
    await page.keyboard.press("Escape");
    await add("Freeze");
    await bar("Details of");
    await field("Stops for", "5");
    await page.keyboard.press("Escape");
    await add("Shake");
    await bar("Details of");
    await field("Sideways", "12");
    await page.keyboard.press("Escape");
    const study = await stored();
    const hung = { to: "item", id: "Falls", edge: "end", offset: 0 };
    expect(study.sequence.slice(1)).toMatchObject([
      { type: "cue", sound: "bell", tether: hung },
      { type: "freeze", frames: 5, tether: hung },
      { type: "shake", amplitude: 12, tether: hung },
    ]);
    // The freeze holds for 100 ms at 50 frames a second, and all is shaken after it.
    const motion = compileStudy(study);
    expect(motion.events(0, 9000).map(({ time }) => time)).toEqual([600]);
    expect(motion.valueAt(0, "y", 650)).toBe(60);
    expect(motion.valueAt(0, "x", 830)).not.toBe(40);
  });

  inAll("sets a value at a time, exact in both directions", async () => {
    await open(kioskStudy([falls()]));
    await (await page.waitForSelector('::-p-xpath(//button[.="Lane 1"])'))?.click();
    await goTo(300);
    await arrange();
    await press(page, "Add to sequence");
    await (
      await page.waitForSelector(
        '::-p-xpath(//*[@role="menuitem"][starts-with(., "Change without length")])',
      )
    )?.click();
    await page.keyboard.press("q");
    await clickKey(page, "Lane 1 opacity", 1);
    const value = await page.waitForSelector('[aria-label="Value of the chosen keys"]');
    await value?.click({ count: 3 });
    await page.keyboard.type("0.25");
    await page.keyboard.press("Enter");
    await frames(page, 2);
    expect((await stored()).sequence[1]).toMatchObject({
      tether: { to: "start", offset: 300 },
      figures: ["chip1"],
      tracks: [{ channel: "opacity", keys: [{ time: 0, value: 0.25 }] }],
    });
    for (const [time, shown] of [
      [299, 1],
      [300, 0.25],
      [500, 0.25],
      [299, 1],
    ] as const) {
      await goTo(time);
      expect(await opacityOf("chip1")).toBeCloseTo(shown, 6);
    }
  });

  inAll("places a front on the scene by hand, and each figure starts as it arrives", async () => {
    await open(
      kioskStudy([
        tween(
          "Arrive",
          100,
          ["chip1", "chip2", "chip3", "chip4", "chip5"],
          [{ channel: "opacity", keys: [key("a", 0, 0), key("b", 100, 1)] }],
          { stagger: { order: "list", gap: 50 } },
        ),
      ]),
    );
    await arrange();
    await choose("Arrive");
    await bar("Details of");
    await press(page, "By a front");
    await press(page, "Circle, spreading");
    await page.keyboard.press("Escape");
    await dragBy(page, '[data-front="middle"]', { x: 120, y: 60 });
    const { stagger } = get(await stored(), "Arrive") as Tween;
    expect(stagger).toMatchObject({ order: "front", front: { shape: "circle" } });
    expect(stagger?.front?.x).toBeGreaterThan(150);
    expect(stagger?.front?.y).toBeGreaterThan(230);
    // While it plays the front is seen, and is gone when it has passed.
    await goTo(250);
    const seen = () =>
      page.$eval('[aria-label="Front of Arrive"] path:nth-of-type(2)', (path) =>
        path.getAttribute("visibility"),
      );
    expect(await seen()).toBe("visible");
    await goTo(3000);
    expect(await seen()).toBe("hidden");
  });

  inAll("lets a channel follow another one's value, as a dotted lane with its source", async () => {
    await open(kioskStudy([falls()]));
    await (await page.waitForSelector('::-p-xpath(//button[.="Lane 1"])'))?.click();
    await press(page, "More for Lane 1");
    await (
      await page.waitForSelector(
        '::-p-xpath(//*[@role="menuitem"][starts-with(., "Follow another figure")])',
      )
    )?.click();
    const panel = '[aria-label="Lane 1 is to follow"]';
    await page.waitForSelector(panel);
    await field("Output from", "1");
    await field("Output to", "0.2");
    // It is shown, its map with the value moving on it, and nothing is replaced before it is accepted.
    const dot = () =>
      page.$eval(`${panel} svg[role="img"] circle`, (circle) => circle.getAttribute("cx"));
    await goTo(200);
    const early = await dot();
    await goTo(600);
    // What is typed for the first time waits for its reader.
    await page.waitForFunction(
      (circle, was) => document.querySelector(circle)?.getAttribute("cx") !== was,
      {},
      `${panel} svg[role="img"] circle`,
      early,
    );
    expect(await opacityOf("chip1")).toBeCloseTo(0.2, 2);
    expect((await stored()).followers).toEqual([]);
    await press(page, "Cancel");
    await frames(page, 2);
    expect(await opacityOf("chip1")).toBeCloseTo(1, 2);
    await press(page, "More for Lane 1");
    await (
      await page.waitForSelector(
        '::-p-xpath(//*[@role="menuitem"][starts-with(., "Follow another figure")])',
      )
    )?.click();
    await page.waitForSelector(panel);
    await field("Output from", "1");
    await field("Output to", "0.2");
    await press(page, "Follow");
    await page.waitForSelector("[data-follower]");
    const study = await stored();
    expect(study.followers).toMatchObject([
      {
        figure: "chip1",
        channel: "opacity",
        source: { figure: "pass", channel: "y" },
        from: [-120, 60],
        to: [1, 0.2],
      },
    ]);
    expect(await textOf(page, "[data-follower]")).toContain("follows Pass y");
    await goTo(600);
    expect(await opacityOf("chip1")).toBeCloseTo(0.2, 2);
    await goTo(200);
    expect(await opacityOf("chip1")).toBeCloseTo(1, 2);
  });

  inAll(
    "carries 500 blocks along with one that is dragged, of 2,000",
    async () => {
      await openWith({ document: rope({ tweens: 2000, deep: 10, carried: 500 }) });
      await arrange();
      const drawn = await page.$$eval("[data-block-row]", (all) => all.length);
      expect(drawn).toBeLessThan(60);
      await dragFrom(page, await placeOfBlock(page, "pull-0"), { x: 140, y: 0 });
      const study = await stored();
      expect(starts(study)["pull-0"]).toBeGreaterThan(0);
      expect(starts(study)["pull-499"]).toBeGreaterThan(4990);
    },
    90_000,
  );

  it.each(THEMES)("axe finds no serious fault on the sequence, %s", async (theme) => {
    await page.emulateMediaFeatures([{ name: "prefers-color-scheme", value: theme }]);
    await openWith({ demo: "kiosk-arrival" });
    await arrange();
    await choose("chips");
    await bar("Details of");
    expect(await audit(page)).toEqual([]);
  });
});
