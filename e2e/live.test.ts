import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { replay } from "@levitas/core/live";
import { compileStudy } from "@levitas/core/motion";
import type { Study, Take } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { useApp } from "./harness/app.ts";
import { audit, THEMES } from "./harness/audit.ts";
import { makeStudy, press, storedDocument, textOf, waitUntilSaved } from "./harness/bench.ts";
import { openLive, scenePlace } from "./harness/liveScene.ts";
import { inAll } from "./harness/whole.ts";

const DEMO = resolve(import.meta.dirname, "../demo");

describe("Live", () => {
  const app = useApp();
  let page: Page;
  beforeEach(() => {
    page = app.page;
  });

  const open = (demo: string): Promise<string> => openLive(page, app.url, { demo });
  const place = (x: number, y: number) => scenePlace(page, x, y);
  const click = async (x: number, y: number) => {
    const at = await place(x, y);
    await page.mouse.click(at.x, at.y);
  };
  const named = async (text: string) => {
    const button = await page.waitForSelector(
      `::-p-xpath(//button[normalize-space(.)=${JSON.stringify(text)}])`,
    );
    await button?.click();
  };
  const choose = async (menu: string, item: string) => {
    const button = await page.waitForSelector(`button[aria-label="${menu}"]`);
    await button?.click();
    const line = await page.waitForSelector(
      `::-p-xpath(//*[starts-with(@role, "menuitem")][normalize-space(.)="${item}"])`,
    );
    await line?.click();
  };
  const rotation = (figure: string) =>
    page.$eval(`[data-figure="${figure}"]`, (element) =>
      Number.parseFloat((element as HTMLElement).style.rotate || "0"),
    );
  const untilStill = async (figure: string, expected: number) => {
    await page.waitForFunction(
      (id, angle) => {
        const element = document.querySelector(`[data-figure="${id}"]`) as HTMLElement | null;
        return Math.abs(Number.parseFloat(element?.style.rotate ?? "0") - angle) < 0.01;
      },
      {},
      figure,
      expected,
    );
  };

  it("builds the tide dial's answer in three clicks, and shows it answer, interrupted and the short way", async () => {
    const id = await open("tide-dial");
    expect(await textOf(page, '[aria-label="Answers"]')).toContain("Nothing answers yet");
    await named("Make something answer");
    await click(320, 60);
    await named("Needle turns to the pointer");
    await waitUntilSaved(page);
    const { live } = await storedDocument(app.url, id);
    expect(live?.responses).toMatchObject([
      {
        when: { on: "press", figure: "dial" },
        then: [{ do: "aim", figure: "needle", channels: ["rotate"] }],
        midFlight: "keeps-speed",
      },
    ]);
    // To the right is 90 degrees; from 310 the short way is up to 450.
    await click(440, 194);
    await untilStill("needle", 450);
    // Pressed again before it has arrived, it goes on with its speed and lands exactly.
    await click(320, 320);
    await new Promise((done) => setTimeout(done, 120));
    await click(200, 194);
    await page.waitForFunction(() =>
      document
        .querySelector('[aria-label="Readings of the last answer"]')
        ?.textContent?.includes("no jump in speed"),
    );
    await untilStill("needle", 630);
    await page.waitForFunction(() =>
      /arrived after \d+ ms/.test(
        document.querySelector('[aria-label="Readings of the last answer"]')?.textContent ?? "",
      ),
    );
  });

  it("records a take, plays and scrubs it with another motion, and sets it down as keys", async () => {
    const id = await open("tide-dial-answers");
    await named("Record a take");
    await click(440, 194);
    await new Promise((done) => setTimeout(done, 150));
    await click(320, 300);
    await new Promise((done) => setTimeout(done, 700));
    await named("Keep the take");
    await waitUntilSaved(page);
    const study = await storedDocument(app.url, id);
    const take = study.live?.takes.at(-1) as Take;
    expect(take.events.filter(({ type }) => type === "press")).toHaveLength(2);
    /** What the scene shows at a time of the take is what the core says. */
    const expectShown = async (of: Study) => {
      const playing = replay(of, take);
      const index = playing.motion.figureIndex("needle");
      for (const part of [0.2, 0.35, 0.5, 0.8]) {
        const time = Math.round(take.duration * part);
        await page.$eval(
          `[aria-label="Time of ${take.name}"]`,
          (slider, value) => {
            (slider as HTMLInputElement).value = String(value);
            slider.dispatchEvent(new Event("input", { bubbles: true }));
          },
          time,
        );
        const pose = playing.at(time, new Float64Array(playing.motion.slotCount));
        await untilStill("needle", pose[playing.motion.slot(index, "rotate")] as number);
      }
    };
    await expectShown(study);
    // A curve in place of the spring, compared with how it was.
    await named("Compare");
    await page.waitForFunction(() =>
      [...document.querySelectorAll("button")].some(
        (each) => each.textContent === "Stop comparing",
      ),
    );
    await (await page.waitForSelector('input[type="radio"][aria-label="a curve"]'))?.click();
    await waitUntilSaved(page);
    const changed = await storedDocument(app.url, id);
    expect(changed.live?.responses[0]?.how.curve).toMatchObject({ kind: "cubic-bezier" });
    await expectShown(changed);
    await named("Turn into keys");
    await page.waitForSelector("[data-figure-row]");
    await waitUntilSaved(page);
    const down = await storedDocument(app.url, id);
    const motion = compileStudy({ ...down, followers: [] });
    const playing = replay(changed, take);
    const slot = motion.slot(motion.figureIndex("needle"), "rotate");
    const [shown, pose] = [new Float64Array(motion.slotCount), new Float64Array(motion.slotCount)];
    for (let look = 0; look < 60; look++) {
      const time = ((look + 0.4) * take.duration) / 60;
      motion.at(time, shown);
      playing.at(time, pose);
      expect(Math.abs((shown[slot] as number) - (pose[slot] as number))).toBeLessThan(0.2);
    }
  });

  it("answers touch and the keyboard, and toggles poses", async () => {
    await open("gate-notice-switch");
    const left = () =>
      page.$eval('[data-figure="notice"]', (element) =>
        Number.parseFloat((element as HTMLElement).style.translate),
      );
    const until = (x: number) =>
      page.waitForFunction(
        (target) =>
          Math.abs(
            Number.parseFloat(
              (document.querySelector('[data-figure="notice"]') as HTMLElement).style.translate,
            ) - target,
          ) < 0.05,
        {},
        x,
      );
    expect(await left()).toBe(660);
    const at = await place(320, 353);
    await page.touchscreen.tap(at.x, at.y);
    await until(100);
    await page.focus('[aria-label="Press Switch"]');
    await page.keyboard.press("Enter");
    await until(660);
    await page.keyboard.press("Space");
    await until(100);
    await page.focus('section[aria-label="Scene"]');
    await page.keyboard.press("g");
    await until(660);
    // The pose is marked as the one it is in.
    expect(await page.$eval('[aria-label="Poses"] button', (chip) => chip.ariaPressed)).toBe(
      "true",
    );
  });

  inAll("a slider and the scroll position move what follows them, by their spring", async () => {
    await open("gangway-slider");
    expect(await rotation("gangway")).toBe(64);
    await page.focus('input[aria-label="Winch"]');
    await page.keyboard.press("End");
    await untilStill("gangway", -12);
    // The lamp lights when it is down.
    await page.waitForFunction(
      () =>
        getComputedStyle(document.querySelector('[data-figure="lamp"]') as Element).color ===
        "rgb(240, 178, 62)",
    );
    await open("header-shrinks");
    await page.focus('input[aria-label="Scroll"]');
    await page.keyboard.press("End");
    await page.waitForFunction(
      () =>
        (document.querySelector('[data-figure="header"]') as HTMLElement).style.height === "64px",
    );
  });

  it("poses are kept from the scene, changed by dragging and numbers, and one step takes each back", async () => {
    const id = await open("pass-flips-back");
    await click(320, 190);
    await page.waitForFunction(() =>
      /arrived/.test(
        document.querySelector('[aria-label="Readings of the last answer"]')?.textContent ?? "",
      ),
    );
    await named("+ keep a pose");
    await (
      await page.waitForSelector(
        '::-p-xpath(//*[@role="menuitem"][contains(., "As the scene stands here")])',
      )
    )?.click();
    await page.waitForSelector('[role="dialog"][aria-label="Pose pose 2"], [role="dialog"]');
    await waitUntilSaved(page);
    const kept = await storedDocument(app.url, id);
    expect(kept.live?.poses.at(-1)?.values.pass).toEqual({ turnY: 180 });
    // The scene is posed: what is dragged in it is kept in the pose.
    const from = await place(320, 190);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 20, from.y - 10, { steps: 4 });
    await page.mouse.move(from.x + 40, from.y - 20, { steps: 4 });
    await page.mouse.up();
    await waitUntilSaved(page);
    const posed = await storedDocument(app.url, id);
    const values = posed.live?.poses.at(-1)?.values.pass;
    expect(Number(values?.x)).toBeGreaterThan(220);
    expect(Number(values?.y)).toBeLessThan(118);
    await page.keyboard.press("Escape");
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await waitUntilSaved(page);
    const back = await storedDocument(app.url, id);
    expect(back.live?.poses.at(-1)?.values.pass).toEqual({ turnY: 180 });
  });

  inAll("slow motion shows the same poses later, and idle draws no frame", async () => {
    await open("tide-dial-answers");
    await (await page.waitForSelector('input[type="radio"][aria-label^="×⅒"]'))?.click();
    await click(440, 194);
    await new Promise((done) => setTimeout(done, 600));
    // After 60 ms of Live the needle has only begun.
    const soon = await rotation("needle");
    expect(soon).toBeGreaterThan(20);
    expect(soon).toBeLessThan(60);
    await (await page.waitForSelector('input[type="radio"][aria-label^="×1:"]'))?.click();
    await untilStill("needle", 90);
    await new Promise((done) => setTimeout(done, 1500));
    const frames = await page.evaluate(
      () =>
        new Promise<number>((done) => {
          let count = 0;
          const request = window.requestAnimationFrame;
          window.requestAnimationFrame = (callback) => {
            count++;
            return request(callback);
          };
          setTimeout(() => {
            window.requestAnimationFrame = request;
            done(count);
          }, 600);
        }),
    );
    expect(frames).toBe(0);
  });

  inAll("keys of the timeline do nothing while the scene takes presses; L goes back", async () => {
    const id = await open("boarding-pass");
    const before = await storedDocument(app.url, id);
    await page.keyboard.press("Delete");
    await page.keyboard.press("k");
    await page.keyboard.press("l");
    await page.waitForSelector("[data-figure-row]");
    await waitUntilSaved(page);
    expect(await storedDocument(app.url, id)).toEqual(before);
  });

  inAll("a lever is added, a figure follows it, and the timeline says so", async () => {
    const id = await open("boarding-pass");
    await choose("Add a lever", "slider");
    await choose("+ follows: Channel that follows", "rotate");
    await waitUntilSaved(page);
    const study = await storedDocument(app.url, id);
    const [lever] = study.live?.levers ?? [];
    expect(lever).toMatchObject({ of: { kind: "slider" }, range: [0, 1], lag: 80 });
    const [follower] = study.followers;
    expect(follower).toMatchObject({
      channel: "rotate",
      source: { lever: lever?.id },
      from: [0, 1],
      to: [0, 20],
    });
    await page.keyboard.press("Escape");
    await page.focus('input[aria-label="slider"]');
    await page.keyboard.press("End");
    await untilStill(follower?.figure ?? "", 20);
    await press(page, "Live");
    const row = await page.waitForSelector(`[data-follower="${follower?.id}"]`);
    expect(await row?.evaluate((each) => each.getAttribute("title"))).toContain("follows slider");
  });

  inAll("what is chosen of a response is what is stored, and a step takes it back", async () => {
    const id = await open("tide-dial-answers");
    const first = async () => {
      await waitUntilSaved(page);
      return (await storedDocument(app.url, id)).live?.responses[0];
    };
    await choose("press: When", "hold");
    expect((await first())?.when).toEqual({ on: "hold", figure: "dial", time: 400 });
    await choose("aim at the pointer: Then", "add an amount");
    expect((await first())?.then).toEqual([
      { do: "by", figure: "dial", channel: "rotate", amount: 90 },
    ]);
    await choose("keeps its speed: In mid-flight", "waits its turn");
    expect((await first())?.midFlight).toBe("waits");
    await choose("any pose: Only in a pose", "low water");
    expect((await first())?.inPose).toBe("low-water");
    for (let step = 0; step < 4; step++) {
      await page.keyboard.down("Control");
      await page.keyboard.press("z");
      await page.keyboard.up("Control");
    }
    expect(await first()).toMatchObject({
      when: { on: "press", figure: "dial" },
      then: [{ do: "aim" }],
      midFlight: "keeps-speed",
    });
  });

  inAll.each(THEMES)("axe finds no serious fault, %s", async (theme) => {
    await open("tide-dial-answers");
    if (theme === "dark") await press(page, "Use the dark theme");
    await click(440, 194);
    await new Promise((done) => setTimeout(done, 300));
    expect(await audit(page)).toEqual([]);
  });

  inAll("every demo of Live plays its takes as the core says", async () => {
    for (const [file, demo] of [
      ["14-pass-flips-back", "pass-flips-back"],
      ["16-lighthouse-follows", "lighthouse-follows"],
      ["18-landing-answers", "landing-answers"],
    ] as const) {
      const study = JSON.parse(readFileSync(resolve(DEMO, `${file}.json`), "utf8")) as Study;
      const id = await makeStudy(app.url, { demo });
      // It opens where its work is.
      await page.goto(`${app.url}/studies/${id}`);
      await page.waitForSelector('[data-testid="live-scene"]');
      const take = study.live?.takes[0] as Take;
      await (
        await page.waitForSelector(`::-p-xpath(//button[starts-with(., "▸ ${take.name}")])`)
      )?.click();
      const playing = replay(study, take);
      const figure = playing.motion.study.figures.findIndex(
        ({ id: each }) => each === (demo === "lighthouse-follows" ? "beam" : "pass"),
      );
      const shownFigure = study.figures[figure]?.id as string;
      for (const part of [0.3, 0.62]) {
        const time = Math.round(take.duration * part);
        await page.waitForSelector(`[aria-label="Time of ${take.name}"]`);
        await page.$eval(
          `[aria-label="Time of ${take.name}"]`,
          (slider, value) => {
            (slider as HTMLInputElement).value = String(value);
            slider.dispatchEvent(new Event("input", { bubbles: true }));
          },
          time,
        );
        const pose = playing.at(time, new Float64Array(playing.motion.slotCount));
        const y = pose[playing.motion.slot(figure, "y")] as number;
        const rotate = pose[playing.motion.slot(figure, "rotate")] as number;
        await page.waitForFunction(
          (of, top, angle) => {
            const { style } = document.querySelector(`[data-figure="${of}"]`) as HTMLElement;
            const shown = Number.parseFloat(style.translate.split(" ")[1] ?? "0");
            return (
              Math.abs(shown - top) < 0.02 &&
              Math.abs(Number.parseFloat(style.rotate || "0") - angle) < 0.02
            );
          },
          {},
          shownFigure,
          y,
          rotate,
        );
      }
    }
  });
});
