import type { Browser, BrowserContext, Page } from "puppeteer-core";
import {
  dragBy,
  frames,
  makeStudy,
  press,
  retype,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { inAll } from "./harness/whole.ts";

const curveText = (page: Page) =>
  page.$eval('[aria-label="Curve as text"]', (field) => (field as HTMLInputElement).value);

/** Gives the selected span a curve of the stock. */
const choose = async (page: Page, preset: string) => {
  const button = await page.waitForSelector(
    `section[aria-label="Curves to choose from"] button[title="${preset}"]`,
  );
  await button?.click();
};

describe("nothing is lost", () => {
  let server: TestServer;
  let launched: Browser;
  /** A profile of its own for each test: no drafts of another one. */
  let browser: BrowserContext;
  beforeAll(async () => {
    server = await startServer();
    launched = await launchBrowser();
  });
  afterAll(async () => {
    await launched.close();
    await server.remove();
  });
  beforeEach(async () => {
    browser = await launched.createBrowserContext();
  });
  afterEach(() => browser.close());

  /** Opens a new study made from the boarding pass, and answers its id. */
  async function openPass(page: Page): Promise<string> {
    const id = await makeStudy(server.url, { demo: "boarding-pass" });
    await open(page, id);
    return id;
  }
  async function open(page: Page, id: string): Promise<void> {
    await page.bringToFront();
    await page.goto(`${server.url}/studies/${id}`);
    await page.waitForSelector('[aria-label="Curve as text"]');
  }

  /** Two tabs on one study; the first has saved "ease-in", the second "ease-out" against it. */
  async function twoTabs() {
    const a = (await openPage(browser)).page;
    const b = (await openPage(browser)).page;
    const id = await openPass(a);
    await open(b, id);
    await a.bringToFront();
    await choose(a, "ease-in");
    await waitUntilSaved(a);
    await b.bringToFront();
    await choose(b, "ease-out");
    await b.waitForSelector('[aria-label="Save state"][data-state="conflict"]');
    expect(await textOf(b, '[role="alert"]')).toContain("saved elsewhere");
    return { b, id };
  }
  const curveOf = async (id: string) => {
    const { sequence } = await storedDocument(server.url, id);
    const drop = sequence.find((item) => item.id === "drop");
    return drop?.type === "tween" ? drop.tracks[0]?.keys[0]?.curve : undefined;
  };

  it("two tabs: the second to save is told, and may keep its own", async () => {
    const { b, id } = await twoTabs();
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
    await press(b, "Keep mine");
    await waitUntilSaved(b);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  inAll(
    "two tabs: or keep the other's, and undo even that",
    async () => {
      const { b, id } = await twoTabs();
      await press(b, "Keep theirs");
      await waitUntilSaved(b);
      expect(await curveText(b)).toBe("ease-in");
      expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
      await b.click('[aria-label^="Undo:"]');
      expect(await curveText(b)).toBe("ease-out");
      await waitUntilSaved(b);
      expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
    },
    60_000,
  );

  inAll(
    "two tabs: or keep both, as two studies",
    async () => {
      const { b, id } = await twoTabs();
      await press(b, "Keep both");
      await b.waitForFunction((old) => !location.pathname.endsWith(old), {}, id);
      await b.waitForSelector('[aria-label="Curve as text"]');
      expect(await curveText(b)).toBe("ease-out");
      const copy = b.url().split("/").at(-1) ?? "";
      expect((await storedDocument(server.url, copy)).name).toBe("Boarding pass drops (mine)");
      expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
      expect(await curveOf(copy)).toEqual({ kind: "keyword", name: "ease-out" });
    },
    60_000,
  );

  it("a killed server: the work waits in the browser and is saved when it is back", async () => {
    const { page } = await openPage(browser);
    const id = await openPass(page);
    await server.kill();
    await choose(page, "ease-out");
    await page.waitForSelector('[aria-label="Save state"][data-state="failed"]');
    expect(await page.$eval('[aria-label="Save state"]', (state) => state.textContent)).toContain(
      "cannot be reached",
    );
    await server.again();
    await waitUntilSaved(page);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  inAll(
    "a killed server and a closed tab: the work is there when the study is opened again",
    async () => {
      const { page } = await openPage(browser);
      const id = await openPass(page);
      await server.kill();
      await choose(page, "ease-out");
      await page.waitForSelector('[aria-label="Save state"][data-state="failed"]');
      await page.close();
      await server.again();
      const again = (await openPage(browser)).page;
      await open(again, id);
      await again.waitForSelector('[aria-label^="Undo:"]');
      expect(await curveText(again)).toBe("ease-out");
      await waitUntilSaved(again);
      expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
    },
    60_000,
  );

  inAll(
    "a reload right after a drag keeps what was dragged",
    async () => {
      const { page } = await openPage(browser);
      const id = await openPass(page);
      await dragBy(page, '[data-handle="1"]', { x: 40, y: 30 });
      const dragged = await curveText(page);
      expect(dragged).toMatch(/^cubic-bezier/);
      await page.reload();
      await page.waitForSelector('[aria-label="Curve as text"]');
      await page.waitForFunction(
        (text) =>
          document.querySelector<HTMLInputElement>('[aria-label="Curve as text"]')?.value === text,
        {},
        dragged,
      );
      await waitUntilSaved(page);
      expect(await curveOf(id)).toMatchObject({ kind: "cubic-bezier" });
    },
    60_000,
  );

  const reload = async (page: Page) => {
    await page.reload();
    await page.waitForSelector('[aria-label="Curve as text"]');
  };
  const inState = (page: Page, state: string) =>
    page.waitForSelector(`[aria-label="Save state"][data-state="${state}"]`);

  it("a conflict is still one after two reloads, and my work is still there", async () => {
    const { b, id } = await twoTabs();
    for (let times = 0; times < 2; times++) {
      await reload(b);
      await inState(b, "conflict");
      expect(await curveText(b)).toBe("ease-out");
    }
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
  }, 60_000);

  inAll(
    "a conflict is still one after a reload, another edit and a reload: theirs is not overwritten",
    async () => {
      const { b, id } = await twoTabs();
      await reload(b);
      await inState(b, "conflict");
      await choose(b, "ease-in-out");
      await frames(b, 60);
      await reload(b);
      await inState(b, "conflict");
      expect([await curveText(b), await curveOf(id)]).toEqual([
        "ease-in-out",
        { kind: "keyword", name: "ease-in" },
      ]);
    },
    60_000,
  );

  inAll(
    "a conflict is still one after going to the list and back, twice",
    async () => {
      const { b, id } = await twoTabs();
      for (let times = 0; times < 2; times++) {
        await goToList(b);
        await b.click(`a[data-study="${id}"]`);
        await inState(b, "conflict");
        expect(await curveText(b)).toBe("ease-out");
      }
    },
    60_000,
  );

  it("work that a full disk refused is there after two reloads, and saved when there is space", async () => {
    const { page } = await openPage(browser);
    const id = await openPass(page);
    const again = await refuseSaves(page, 507);
    await choose(page, "ease-out");
    await inState(page, "failed");
    for (let times = 0; times < 2; times++) {
      await reload(page);
      expect(await curveText(page)).toBe("ease-out");
      await inState(page, "failed");
    }
    again();
    await waitUntilSaved(page);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  inAll(
    "a page that is loaded again right after its work came back does not lose it",
    async () => {
      const { page } = await openPage(browser);
      const id = await openPass(page);
      await server.kill();
      await choose(page, "ease-out");
      await inState(page, "failed");
      await server.again();
      await reload(page);
      await reload(page);
      expect(await curveText(page)).toBe("ease-out");
      await waitUntilSaved(page);
      expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
    },
    60_000,
  );

  inAll(
    "a study deleted elsewhere: the bench says so, and the work is kept as a new study",
    async () => {
      const { page } = await openPage(browser);
      const id = await openPass(page);
      await fetch(`${server.url}/api/studies/${id}`, { method: "DELETE" });
      await choose(page, "ease-out");
      await inState(page, "gone");
      expect(await textOf(page, '[role="alert"]')).toContain("deleted elsewhere");
      await press(page, "Keep as new study");
      await page.waitForFunction((old) => !location.pathname.endsWith(old), {}, id);
      await inState(page, "saved");
      expect(await curveOf(page.url().split("/").at(-1) ?? "")).toEqual({
        kind: "keyword",
        name: "ease-out",
      });
    },
    60_000,
  );

  inAll(
    "a study deleted elsewhere: the Studies page offers the work, to keep or to throw away",
    async () => {
      const { page } = await openPage(browser);
      const id = await openPass(page);
      await fetch(`${server.url}/api/studies/${id}`, { method: "DELETE" });
      await choose(page, "ease-out");
      await inState(page, "gone");
      await page.goto(server.url);
      const offer = 'section[aria-label="Unsaved work"]';
      expect(await textOf(page, offer)).toContain("Boarding pass drops");
      await page.reload();
      expect(await textOf(page, offer)).toContain("Boarding pass drops");
      await press(page, "Keep as new study");
      await page.waitForFunction((at) => !document.querySelector(at), {}, offer);
      // What was changed last comes first.
      const link = await page.waitForSelector("a[data-study]");
      const kept = await link?.evaluate((element) => element.getAttribute("data-study"));
      expect(kept).not.toBe(id);
      expect(await curveOf(kept ?? "")).toEqual({ kind: "keyword", name: "ease-out" });
    },
    60_000,
  );

  inAll(
    "work on a deleted study that is thrown away is offered no more",
    async () => {
      const { page } = await openPage(browser);
      const id = await openPass(page);
      await fetch(`${server.url}/api/studies/${id}`, { method: "DELETE" });
      await choose(page, "ease-out");
      await inState(page, "gone");
      await page.goto(server.url);
      await press(page, "Throw away");
      const offer = 'section[aria-label="Unsaved work"]';
      await page.waitForFunction((at) => !document.querySelector(at), {}, offer);
      await page.reload();
      await page.waitForSelector('a[aria-label^="Open "]');
      await frames(page, 20);
      expect(await page.$(offer)).toBeNull();
    },
    60_000,
  );

  describe("in the curve room", () => {
    /** A curve of one's own, open in its room. */
    async function openOwnCurve() {
      const { page } = await openPage(browser);
      const response = await fetch(`${server.url}/api/curves`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ name: "Gangway", notation: "ease-in" }),
      });
      const { id } = (await response.json()) as { id: string };
      await page.goto(`${server.url}/curves/${id}`);
      await page.waitForSelector('[aria-label="Curve as text"]');
      return { page, id };
    }
    const rename = async (page: Page, name: string) => {
      const field = await page.waitForSelector('input[aria-label="Name of the curve"]');
      if (field) await retype(page, field, name);
      await page.keyboard.press("Enter");
    };
    const stored = async (id: string) =>
      (await (await fetch(`${server.url}/api/curves/${id}`)).json()) as {
        name: string;
        revision: number;
        notation: string;
        tags: string[];
        notes: string;
        duration: number;
      };

    inAll(
      "what is refused is called refused, and not sent again and again",
      async () => {
        const { page } = await openOwnCurve();
        const saves = await refuseSaves(page, 422);
        await rename(page, "Gangway lowers");
        await inState(page, "failed");
        await new Promise((done) => setTimeout(done, 4000));
        expect(saves()).toBe(1);
      },
      60_000,
    );

    inAll(
      "work survives a server that is away and two reloads",
      async () => {
        const { page, id } = await openOwnCurve();
        const again = await refuseSaves(page, 507);
        await rename(page, "Gangway lowers");
        await inState(page, "failed");
        for (let times = 0; times < 2; times++) {
          await reload(page);
          expect(
            await page.$eval('input[aria-label="Name of the curve"]', (field) => field.value),
          ).toBe("Gangway lowers");
          await inState(page, "failed");
        }
        again();
        await waitUntilSaved(page);
        expect((await stored(id)).name).toBe("Gangway lowers");
      },
      60_000,
    );

    it("its own save whose answer was lost is no conflict; a stranger's is, over reloads", async () => {
      const { page, id } = await openOwnCurve();
      const before = await stored(id);
      const put = (name: string, from: number) =>
        fetch(`${server.url}/api/curves/${id}`, {
          method: "PUT",
          headers: { "Content-Type": "application/json", "If-Match": `"${from}"` },
          body: JSON.stringify({
            ...{ name, notation: before.notation, tags: before.tags },
            ...{ notes: before.notes, duration: before.duration },
          }),
        });
      await put("Gangway lowers", before.revision);
      await rename(page, "Gangway lowers");
      await waitUntilSaved(page);
      await put("Theirs", before.revision + 1);
      await rename(page, "Mine");
      await inState(page, "conflict");
      await reload(page);
      await inState(page, "conflict");
      await press(page, "Keep theirs");
      await waitUntilSaved(page);
      expect((await stored(id)).name).toBe("Theirs");
    }, 60_000);
  });
});

/** Goes to the Studies page inside of the app. */
async function goToList(page: Page): Promise<void> {
  await page.click('nav a[href="/"]');
  await page.waitForSelector('a[aria-label^="Open "]');
}

/**
 * Answers saves of a page as a server does that refuses them. What it returns ends that, and says how many saves
 * were refused.
 */
async function refuseSaves(page: Page, status: number): Promise<() => number> {
  let isOn = true;
  let count = 0;
  await page.setRequestInterception(true);
  page.on("request", (request) => {
    if (!isOn || request.method() !== "PUT") return void request.continue();
    count++;
    const fault = { code: "refused", path: "", message: "It is refused.", cure: "Try again." };
    void request.respond({
      status,
      contentType: "application/json",
      body: JSON.stringify({ error: { faults: [fault] } }),
    });
  });
  return () => {
    isOn = false;
    return count;
  };
}
