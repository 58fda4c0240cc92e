import { seededRandom } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import { cases } from "../packages/core/src/testing/index.ts";
import { press, retype } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";

const STEPS = cases(16, 200);
const SEED = 20_261_126;
const STATE = '[aria-label="Save state"]';
const NAME = 'input[aria-label="Name of the study"]';

/** A tab that works on a study. Its state is a name that was typed nowhere else. */
interface Tab {
  page: Page;
  id: string;
  /** The name it works on. */
  shown: string;
  /** Whether its saves are answered with "the disk is full". */
  refused: boolean;
}

describe("a random walk of two tabs", () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });

  const readState = (page: Page) =>
    page.$eval(STATE, (element) => (element as HTMLElement).dataset.state ?? "");
  const readName = (page: Page) =>
    page.$eval(NAME, (field) => (field as HTMLInputElement).value.replace(/ \(.*$/, ""));

  async function newTab(id: string): Promise<Tab> {
    const { page } = await openPage(browser);
    const tab: Tab = { page, id, shown: "", refused: false };
    await page.setRequestInterception(true);
    page.on("request", (request) => {
      if (!tab.refused || request.method() !== "PUT") return void request.continue();
      const fault = { code: "full", path: "", message: "The disk is full.", cure: "Free space." };
      void request.respond({
        status: 507,
        contentType: "application/json",
        body: JSON.stringify({ error: { faults: [fault] } }),
      });
    });
    await page.goto(`${server.url}/studies/${id}`);
    await arrived(tab);
    return tab;
  }

  /** Waits for the bench and notes which state it works on. */
  async function arrived(tab: Tab): Promise<void> {
    await tab.page.waitForSelector(NAME);
    tab.id = new URL(tab.page.url()).pathname.split("/").at(-1) ?? "";
    tab.shown = await readName(tab.page);
  }

  async function create(name: string): Promise<string> {
    const demo = await post("/studies", { demo: "boarding-pass" });
    const created = await post("/studies", { document: { ...demo.document, name } });
    await fetch(`${server.url}/api/studies/${demo.id}`, { method: "DELETE" });
    return created.id;
  }
  const post = async (path: string, body: unknown) => {
    const response = await fetch(`${server.url}/api${path}`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    return (await response.json()) as { id: string; document: object };
  };
  const namesOnServer = async () => {
    const response = await fetch(`${server.url}/api/studies?limit=100`);
    const { studies } = (await response.json()) as { studies: { id: string; name: string }[] };
    return studies;
  };
  const namesInDrafts = (page: Page) =>
    page.evaluate(
      () =>
        new Promise<string[]>((done, fail) => {
          const opening = indexedDB.open("levitas-drafts");
          opening.onerror = () => fail(opening.error);
          opening.onsuccess = () => {
            const all = opening.result.transaction("drafts").objectStore("drafts").getAll();
            all.onsuccess = () => {
              opening.result.close();
              done(all.result.map(({ content }) => content.name));
            };
          };
        }),
    );

  it(`${STEPS} steps: every typed or acknowledged state is on the server, in a draft, or offered`, async () => {
    const random = seededRandom(SEED);
    const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
    let typed = 0;
    /** Names that have to be somewhere. */
    const wanted = new Set<string>(["w0w"]);
    const tabs: [Tab, Tab] = await create("w0w").then(async (id) => [
      await newTab(id),
      await newTab(id),
    ]);
    let isUp = true;
    const done: string[] = [];
    /** Steps that were done in a conflict. */
    const conflicts: string[] = [];

    /**
     * An edit takes the place of the state it was made on: what the tab shows is its own work, or what the server
     * had. Another tab that only shows that state has nothing of its own to lose.
     */
    const supersede = (name: string) => wanted.delete(name);
    const steps: Record<string, (tab: Tab) => Promise<void>> = {
      edit: async (tab) => {
        const name = `w${++typed}w`;
        await tab.page.bringToFront();
        const field = await tab.page.waitForSelector(NAME);
        if (field) await retype(tab.page, field, name);
        await tab.page.keyboard.press("Enter");
        await tab.page.waitForFunction(
          (at, text) => document.querySelector<HTMLInputElement>(at)?.value === text,
          {},
          NAME,
          name,
        );
        wanted.add(name);
        supersede(tab.shown);
        tab.shown = name;
        if (random() < 0.5) await new Promise((resolve) => setTimeout(resolve, 700));
      },
      "go to the other's study": async (tab) => {
        const other = tabs.find((each) => each !== tab);
        if (!isUp || !other || other.id === tab.id) return;
        await tab.page.bringToFront();
        await tab.page.goto(`${server.url}/studies/${other.id}`);
        await notedArrival(tab);
      },
      "edit in both": async (tab) => {
        await steps["go to the other's study"]?.(tab);
        for (const each of tabs) {
          each.refused = false;
          await steps.edit?.(each);
        }
      },
      refuse: async (tab) => {
        tab.refused = !tab.refused;
      },
      reload: async (tab) => {
        if (!isUp) return;
        await tab.page.bringToFront();
        await tab.page.reload();
        await notedArrival(tab);
      },
      crash: async (tab) => {
        if (!isUp) return;
        const { id } = tab;
        await tab.page.close();
        const fresh = await newTab(id).catch(() => undefined);
        // The study may be gone: the draft is offered on the list, and a new study is opened here.
        tabs[tabs.indexOf(tab)] = fresh ?? (await openAnother());
      },
      "list and back": async (tab) => {
        if (!isUp) return;
        await tab.page.bringToFront();
        await tab.page.click('nav a[href="/"]');
        await tab.page.waitForSelector("a[data-study]");
        await tab.page.goBack();
        await notedArrival(tab);
      },
      restart: async () => {
        if (isUp) await server.kill();
        else await server.again();
        isUp = !isUp;
      },
      delete: async (tab) => {
        if (!isUp) return;
        const there = (await namesOnServer()).find(({ id }) => id === tab.id)?.name;
        await fetch(`${server.url}/api/studies/${tab.id}`, { method: "DELETE" });
        // Deleting is a choice about what was saved; unsaved work has to survive it.
        if (there) wanted.delete(there);
      },
      choose: async (tab) => {
        if (!isUp) return;
        await tab.page.bringToFront();
        const state = await readState(tab.page);
        if (state === "gone") {
          await press(tab.page, "Keep as new study");
          await tab.page.waitForFunction((old) => !location.pathname.endsWith(old), {}, tab.id);
          await tab.page.waitForSelector(`${STATE}:not([data-state="gone"])`);
          await arrived(tab);
        }
        if (state !== "conflict") return;
        const there = (await namesOnServer()).find(({ id }) => id === tab.id)?.name ?? "";
        const choice = pick(["Keep mine", "Keep theirs"]);
        await press(tab.page, choice);
        await tab.page.waitForSelector(`${STATE}:not([data-state="conflict"])`).catch(() => {});
        if (choice === "Keep theirs") supersede(tab.shown);
        else if ((await readState(tab.page)) !== "conflict") wanted.delete(there);
        tab.shown = await readName(tab.page);
      },
    };
    /** After the page was left: what it works on may have changed to what the server has. */
    const notedArrival = async (tab: Tab) => {
      const isThere = await tab.page
        .waitForSelector(`${NAME}, main [role="alert"]`)
        .then((element) => element?.evaluate((node) => node.matches("input")));
      if (isThere) await arrived(tab);
      else {
        // It was deleted: go on elsewhere. Its draft is looked for below like any other.
        await tab.page.close();
        tabs[tabs.indexOf(tab)] = await openAnother();
      }
    };
    const openAnother = async () => {
      const name = `w${++typed}w`;
      wanted.add(name);
      return newTab(await create(name));
    };
    const missing = async () => {
      const there = isUp ? (await namesOnServer()).map(({ name }) => name) : [];
      const kept = await namesInDrafts(tabs[0].page);
      const all = [...there, ...kept].join("\n");
      return [...wanted].filter((name) => !all.includes(name));
    };

    const kinds = [
      ...Array(7).fill("edit"),
      ...["edit in both", "edit in both", "go to the other's study"],
      ...["refuse", "reload", "reload", "crash", "list and back", "restart", "restart"],
      ...["choose", "choose", "choose"],
    ] as string[];
    for (let step = 0; step < STEPS; step++) {
      // Now and then a study is deleted under both tabs; a dead server is started soon.
      const kind = step % 40 === 39 ? "delete" : !isUp && random() < 0.5 ? "restart" : pick(kinds);
      const tab = pick(tabs);
      const before = isUp ? await readState(tab.page).catch(() => "") : "";
      if (before === "conflict") conflicts.push(kind);
      done.push(`${step}: ${kind} in tab ${tabs.indexOf(tab)} (${tab.shown})`);
      await steps[kind]?.(tab);
      if (!isUp) continue;
      let lost = await missing();
      // A draft is written within moments; what is still missing then is lost.
      for (let tries = 0; lost.length > 0 && tries < 20; tries++) {
        await new Promise((resolve) => setTimeout(resolve, 100));
        lost = await missing();
      }
      if (lost.length > 0) throw new Error(`${lost.join(", ")} lost after\n${done.join("\n")}`);
    }
    expect(typed).toBeGreaterThan(STEPS / 5);
    // A walk that meets no conflict shows little.
    expect(conflicts.length).toBeGreaterThanOrEqual(Math.floor(STEPS / 40));
  }, 400_000);
});
