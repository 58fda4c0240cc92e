import {
  compareShown,
  HANDOFF_FORMATS,
  initialSettings,
  noDifference,
  type Shown,
  stageScript,
  TOLERANCES,
} from "@levitas/core/format";
import { replay, takeMotion, trialTake } from "@levitas/core/live";
import type { Study, Take, TakeEvent } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { anyLiveStudy, cases, liveDemos } from "../packages/core/src/testing/index.ts";
import { writerOf } from "../packages/core/src/testing/writers.ts";
import { oneBlankPage } from "./harness/browser.ts";
import { penPress } from "./harness/pen.ts";
import { buildStage, compareStage, expectAlike } from "./harness/stage.ts";

/** Random studies that are run as well. */
const RANDOM = cases(4, 24);
const LIVE = HANDOFF_FORMATS.find(({ id }) => id === "live");
const demos = liveDemos();
const demo = (name: string): Study => {
  const found = demos.find(([each]) => each.includes(name));
  if (!found) throw new Error(`no demo ${name}`);
  return found[1];
};

/** Between the frames of any rate, on which keys and events lie. */
const momentsOf = ({ duration }: Pick<Take, "duration">) =>
  Array.from({ length: 241 }, (_, i) => (duration * (i + 0.371)) / 241);

/** A random study without what a module does not do: it plays no sequence, and aims at nothing that turns away in depth. */
function withoutPlaying(study: Study): Study {
  const live = study.live as NonNullable<Study["live"]>;
  return {
    ...study,
    figures: study.figures.map((figure) => ({
      ...figure,
      rest: { ...figure.rest, turnX: 0, turnY: 0 },
    })),
    sequence: [],
    followers: study.followers.filter(({ channel }) => channel !== "turnX" && channel !== "turnY"),
    live: {
      ...live,
      responses: live.responses.map((response) => ({
        ...response,
        then: response.then.filter((each) => each.do !== "play" && each.do !== "seek"),
      })),
    },
  };
}

describe("the module that answers", () => {
  let page: Page;
  oneBlankPage((blank) => {
    page = blank;
  });

  const takes = demos.flatMap(([name, study]) =>
    [
      ...(study.live?.takes ?? []),
      { id: "trial", name: "everything once", ...trialTake(study) },
    ].map((take): [string, string, Study, Take] => [name, take.name, study, take]),
  );
  it.each(takes)("shows what the replay says: %s, %s", async (_, __, study, take) => {
    await buildStage(page, study, "live", { take: take.id });
    expectAlike(await compareStage(page, takeMotion(study, take), momentsOf(take), 0.1));
  });

  it.each(Array.from({ length: RANDOM }, (_, seed): [number] => [seed + 1]))(
    "shows what the replay says: a random study, seed %i",
    async (seed) => {
      const study = withoutPlaying(anyLiveStudy(seed));
      const take = trialTake(study);
      await buildStage(page, study, "live", { take: "trial" });
      // The trial presses where figures stand at rest; what is hit there is asked of the page itself.
      expectAlike(await compareStage(page, takeMotion(study, take), momentsOf(take), 0.1));
    },
  );

  /** What a page recorded of a module that was driven by hand. */
  interface Recorded {
    readonly begin: number;
    readonly taken: TakeEvent[];
    readonly heard: { type: string; at: number; trusted: boolean }[];
    readonly frames: { time: number; shown: Record<string, Shown> }[];
  }

  /** Runs the page to press, records each frame and each event, and does something on it by hand. */
  async function driven(study: Study, act: () => Promise<void>): Promise<Recorded> {
    const settings = { ...(LIVE ? initialSettings(LIVE, study) : {}), file: "page" };
    const { text = "", selectorOf = {} } = writerOf("live").write(study, settings, {});
    const own = await page.browser().newPage();
    page = own;
    await own.setViewport({ width: 800, height: 560 });
    const recording = text.replace(
      "live();\n}</script>",
      `
      const real = performance.now.bind(performance);
      globalThis.record = { times: [], taken: [], heard: [], frames: [] };
      performance.now = () => { const now = real(); record.times.push(now); return now; };
      globalThis.begun = () => {
        record.times.length = 0;
        live(undefined, { note: (kind, time, what) => kind === "event" && record.taken.push({ time, ...what }) });
        record.begin = record.times[0];
      };
      for (const type of ["pointerdown", "pointermove", "pointerup", "pointercancel", "keydown", "keyup"])
        addEventListener(type, (event) => {
          record.heard.push({ type, at: event.timeStamp, trusted: event.isTrusted });
        }, true);
    }</script>`,
    );
    await own.setContent(recording);
    await own.evaluate(stageScript(selectorOf));
    await own.evaluate(`(() => {
      begun();
      // After the callbacks of a frame, and before anything else is done.
      const after = new MessageChannel();
      let taken = 0;
      after.port1.onmessage = () => {
        const time = record.times.at(-1) - record.begin;
        if (record.taken.length === taken && record.frames.at(-1)?.time !== time)
          record.frames.push({ time, shown: levitasShownNow() });
      };
      const look = () => {
        taken = record.taken.length;
        after.port2.postMessage(0);
        requestAnimationFrame(look);
      };
      requestAnimationFrame(look);
    })()`);
    await act();
    const found = (await own.evaluate("record")) as Recorded;
    await own.close();
    page = await page.browser().newPage();
    return found;
  }

  /** Compares every frame with the replay of what was done. */
  function expectReplayed(study: Study, { taken, frames, begin, heard }: Recorded): void {
    const live = replay(study, { events: taken });
    const motion = takeMotion(study, { events: taken, duration: 0 });
    const found = noDifference();
    const replayed = { ...motion, at: (t: number, out: Float64Array) => live.at(t, out) };
    for (const { time, shown } of frames) compareShown(replayed, time, shown, found, 0.01);
    expectAlike(found, { ...TOLERANCES, position: 0.5, rotate: 0.1 });
    // It was a real hand: what was taken is what the browser heard, at the browser's own times.
    expect(heard.every(({ trusted }) => trusted)).toBe(true);
    for (const event of taken) {
      if (!("x" in event)) continue;
      const near = heard.map(({ at }) => Math.abs(at - begin - event.time));
      expect(Math.min(...near)).toBeLessThan(120);
    }
    // Most frames are of something on its way, some of them in mid-flight when it was done again.
    const moving = frames.filter(({ time }) => live.isMoving(time)).length;
    expect(moving).toBeGreaterThan(8);
  }

  const pressed = (events: readonly TakeEvent[]) =>
    events.flatMap((event) => (event.type === "press" ? [event.figure] : []));

  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

  /** Does a take by mouse and keys, in its own time. */
  async function perform({ events, duration }: Take): Promise<void> {
    const begin = performance.now();
    const until = async (time: number) => {
      const left = time - (performance.now() - begin);
      if (left > 0) await wait(left);
    };
    for (const event of events) {
      await until(event.time);
      if (event.type === "lever") continue;
      if (event.type === "key-down") await page.keyboard.down(event.key as "g");
      else if (event.type === "key-up") await page.keyboard.up(event.key as "g");
      else if ("x" in event) {
        await page.mouse.move(event.x, event.y);
        if (event.type === "press") await page.mouse.down();
        if (event.type === "release") await page.mouse.up();
      }
    }
    await until(duration);
  }

  it.each(
    ["Tide dial", "Pass flips", "Gate notice", "Lighthouse", "Landing"].map((name): [string] => [
      name,
    ]),
  )("answers a real mouse as the replay of it does, frame by frame: %s", async (name) => {
    const study = demo(name);
    const take = study.live?.takes[0] as Take;
    const record = await driven(study, () => perform(take));
    // What is pressed anywhere in the scene is here what stands there.
    expect(pressed(record.taken)).toEqual(
      pressed(take.events).map((figure) => figure ?? expect.anything()),
    );
    expectReplayed(study, record);
  });

  it("is taken over in mid-flight by another figure: the tide dial and its button", async () => {
    const study = demo("Tide dial");
    const record = await driven(study, async () => {
      for (const [x, y] of [
        [440, 120],
        [200, 160],
        [560, 360],
        [560, 360],
        [330, 60],
      ] as const) {
        await page.mouse.click(x, y);
        await wait(170);
      }
      await wait(900);
    });
    expect(pressed(record.taken)).toEqual(["dial", "dial", "button", "button", "dial"]);
    expectReplayed(study, record);
  });

  it("follows a slider of the page that is dragged: the gangway", async () => {
    const study = demo("Gangway");
    const record = await driven(study, async () => {
      const slider = await page.waitForSelector("input[data-lever]");
      const box = await slider?.boundingBox();
      const [x = 0, y = 0, width = 0] = [
        box?.x,
        (box?.y ?? 0) + (box?.height ?? 0) / 2,
        box?.width,
      ];
      await page.mouse.move(x + 6, y);
      await page.mouse.down();
      await page.mouse.move(x + width - 2, y, { steps: 12 });
      await wait(250);
      await page.mouse.move(x + width / 2, y, { steps: 6 });
      await page.mouse.up();
      await wait(900);
    });
    expect(record.taken.filter(({ type }) => type === "lever").length).toBeGreaterThan(4);
    expectReplayed(study, record);
  });

  it("follows how far the page is scrolled: the header", async () => {
    const study = demo("Header");
    const record = await driven(study, async () => {
      await page.mouse.move(300, 200);
      for (let turn = 0; turn < 6; turn++) {
        await page.mouse.wheel({ deltaY: turn < 4 ? 160 : -90 });
        await wait(120);
      }
      await wait(400);
    });
    expect(record.taken.filter(({ type }) => type === "lever").length).toBeGreaterThan(4);
    expectReplayed(study, record);
  });

  it("is pressed by Enter and Space where the focus is, by a finger and by a pen", async () => {
    const study = demo("Tide dial");
    const record = await driven(study, async () => {
      await page.keyboard.press("Tab");
      await page.keyboard.press("Tab");
      expect(await page.evaluate(() => document.activeElement?.className)).toBe("high-water");
      await page.keyboard.press("Enter");
      await wait(200);
      await page.keyboard.press(" ");
      await wait(200);
      await page.touchscreen.tap(220, 120);
      await wait(200);
      await penPress(page, 420, 260);
      await wait(700);
    });
    expect(pressed(record.taken)).toEqual(["button", "button", "dial", "dial"]);
    expectReplayed(study, record);
  });

  it("goes at once for people who prefer reduced motion, and answers no more once stopped", async () => {
    const study = demo("Pass flips");
    const { text = "", selectorOf = {} } = writerOf("live").write(study, { file: "page" }, {});
    const own = await page.browser().newPage();
    await own.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
    await own.setContent(
      text.replace("live();\n}</script>", "globalThis.controls = live();\n}</script>"),
    );
    const pass = selectorOf.pass ?? "";
    const box = await (await own.waitForSelector(pass))?.boundingBox();
    const [x, y] = [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2];
    const look = () => own.$eval(pass, (element) => (element as HTMLElement).style.transform);
    const before = await look();
    await own.mouse.click(x, y);
    await own.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    );
    const after = await look();
    expect(after).not.toBe(before);
    await wait(300);
    expect(await look()).toBe(after);
    await own.evaluate("controls.stop()");
    await own.mouse.click(x, y);
    await wait(200);
    expect(await look()).toBe(after);
    await own.close();
  });

  it("hits the innermost figure whatever their order, and leaves alone what did not leave", async () => {
    const study = demo("Tide dial");
    // Figures that stand in others come first here.
    const reversed = { ...study, figures: [...study.figures].reverse() };
    const record = await driven(reversed, async () => {
      const [x, y] = await page.$eval(".needle", (needle) => {
        const { left, top, width, height } = needle.getBoundingClientRect();
        return [left + width / 2, top + height / 2] as const;
      });
      await page.mouse.click(x, y);
      await wait(500);
    });
    expect(pressed(record.taken)).toEqual(["needle"]);
    expectReplayed(reversed, record);
    // The needle does not leave: the dial can be pressed all the same.
    const { text } = writerOf("live").write(study, {}, { figures: new Set(["dial"]) });
    const own = await page.browser().newPage();
    const problems: string[] = [];
    own.on("pageerror", (error) => problems.push(String(error)));
    await own.setContent(
      `<div data-scene><div class="dial"></div></div><script>{${text.replace(/^export /gm, "")}\nlive();}</script>`,
    );
    await own.mouse.click(320, 194);
    await wait(200);
    expect(problems).toEqual([]);
    await own.close();
  });

  it("hears the keys it waits for, and none that are typed into something or held with others", async () => {
    const study = demo("Gate notice");
    const record = await driven(study, async () => {
      await page.evaluate(() => document.body.append(document.createElement("input")));
      await page.keyboard.press("h");
      await page.focus("input");
      await page.keyboard.press("g");
      await page.evaluate(() => (document.activeElement as HTMLElement).blur());
      await page.keyboard.down("Control");
      await page.keyboard.press("g");
      await page.keyboard.up("Control");
      await page.keyboard.press("g");
      await wait(300);
    });
    expect(record.taken.map(({ type }) => type)).toEqual(["key-down", "key-up"]);
  });
});
