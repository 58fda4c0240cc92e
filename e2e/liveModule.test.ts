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
import type { Browser, Page } from "puppeteer-core";
import { anyLiveStudy, liveDemos } from "../packages/core/src/testing/index.ts";
import { launchBrowser } from "./harness/browser.ts";
import { buildStage, compareStage, expectAlike } from "./harness/stage.ts";

/** Random studies that are run as well. */
const RANDOM = 24;
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
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
    page = await browser.newPage();
  });
  afterAll(() => browser.close());

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
    readonly heard: { type: string; at: number; x: number; y: number; name: string }[];
    readonly frames: { time: number; shown: Record<string, Shown> }[];
  }

  /** Runs the page to press, records each frame and each event, and does something on it by hand. */
  async function driven(study: Study, act: () => Promise<void>): Promise<Recorded> {
    const settings = { ...(LIVE ? initialSettings(LIVE, study) : {}), file: "page" };
    const { text = "", selectorOf = {} } = LIVE?.write(study, settings, {}) ?? {};
    const own = await browser.newPage();
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
      for (const type of ["pointerdown", "pointermove", "pointerup"])
        addEventListener(type, (event) => {
          record.heard.push({ type, at: event.timeStamp, x: event.clientX, y: event.clientY, trusted: event.isTrusted });
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
    page = await browser.newPage();
    return found;
  }

  /** Compares every frame with the replay of what was done. */
  function expectReplayed(study: Study, { taken, frames, begin, heard }: Recorded, least: number) {
    const live = replay(study, { events: taken });
    const motion = takeMotion(study, { events: taken, duration: 0 });
    const found = noDifference();
    const at: typeof motion = { ...motion, at: (t, out) => live.at(t, out) };
    for (const { time, shown } of frames) compareShown(at, time, shown, found, 0.01);
    expect(frames.length).toBeGreaterThan(least);
    expectAlike(found, { ...TOLERANCES, position: 0.5, angle: 0.1 });
    // Each event was taken when it was done, and not later than the frame that was painted since.
    const pointer = taken.filter((event) => "x" in event);
    const raw = heard.filter(({ type }) => type !== "pointerup" || true);
    for (const event of pointer) {
      const near = Math.min(...raw.map(({ at }) => Math.abs(at - begin - event.time)));
      expect(near).toBeLessThan(40);
    }
    return found;
  }

  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

  it("is pressed by a real mouse, in mid-flight as well: the tide dial", async () => {
    const study = demo("Tide dial");
    const record = await driven(study, async () => {
      await page.mouse.move(320, 100);
      await wait(60);
      for (const [x, y] of [
        [440, 120],
        [200, 160],
        [420, 300],
        [330, 60],
      ] as const) {
        await page.mouse.click(x, y);
        await wait(170);
      }
      // The button beside it takes the needle over in mid-flight.
      await page.mouse.click(560, 360);
      await wait(350);
      await page.mouse.click(560, 360);
      await wait(1200);
    });
    expect(record.heard.every((event) => (event as unknown as { trusted: boolean }).trusted)).toBe(
      true,
    );
    const presses = record.taken.filter(({ type }) => type === "press");
    expect(presses.map((each) => "figure" in each && each.figure)).toEqual(
      ["dial", "dial", "dial", "dial", "button", "button"].map((name) =>
        expect.stringMatching(name === "dial" ? /dial|needle|high|low/ : name),
      ),
    );
    expectReplayed(study, record, 60);
  });
});
