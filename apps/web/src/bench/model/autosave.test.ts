import { jest } from "@jest/globals";
import { firstStudy, type Study } from "@levitas/core/study";
import type { StoredStudy } from "../../api/studies.ts";
import { Autosave } from "./autosave.ts";
import type { Draft } from "./drafts.ts";

let ids = 0;
const study = (name: string): Study => firstStudy(name, () => `id-${ids++}`);
const named = (from: Study, name: string): Study => ({ ...from, name });

/** A server that keeps one study, and can be told to be away, to lose answers, or to refuse. */
class FakeServer {
  revision = 1;
  document: Study;
  mood: "well" | "away" | "loses answers" | "refuses" = "well";
  puts = 0;

  constructor(document: Study) {
    this.document = document;
  }

  readonly fetch = async (_address: unknown, request?: RequestInit): Promise<Response> => {
    this.puts++;
    if (this.mood === "away") throw new TypeError("fetch failed");
    if (this.mood === "refuses")
      return this.answer(422, { error: { faults: [{ message: "Bad.", cure: "Mend." }] } });
    const madeFrom = Number(/\d+/.exec(new Headers(request?.headers).get("If-Match") ?? "")?.[0]);
    if (madeFrom !== this.revision) return this.answer(412, { current: this.stored });
    this.revision++;
    this.document = (JSON.parse(String(request?.body)) as { document: Study }).document;
    if (this.mood === "loses answers") throw new TypeError("fetch failed");
    return this.answer(200, { revision: this.revision });
  };

  get stored(): StoredStudy {
    return {
      id: "s",
      revision: this.revision,
      createdAt: 0,
      changedAt: 0,
      document: this.document,
    };
  }

  private answer(status: number, body: unknown): Response {
    return new Response(JSON.stringify(body), { status });
  }
}

describe("autosave", () => {
  const first = study("Rope");
  let server: FakeServer;
  let draft: Draft | undefined;
  let autosave: Autosave;
  const realFetch = globalThis.fetch;
  const state = () => autosave.state.getState().kind;
  const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

  beforeEach(() => {
    jest.useFakeTimers();
    server = new FakeServer(first);
    globalThis.fetch = server.fetch as typeof fetch;
    draft = undefined;
    autosave = new Autosave(server.stored, {
      keep: (_, kept) => {
        draft = kept;
      },
      drop: () => {
        draft = undefined;
      },
    });
  });
  afterEach(async () => {
    await autosave.dispose();
    jest.useRealTimers();
    globalThis.fetch = realFetch;
  });

  it("keeps a change in the browser at once and on the server within a second", async () => {
    autosave.change(named(first, "Rope of floats"));
    expect([state(), draft?.study.name]).toEqual(["waiting", "Rope of floats"]);
    await pass(1000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "Rope of floats", undefined]);
  });

  it("saves once for many changes in a row, the last of them", async () => {
    for (const name of ["a", "b", "c"]) {
      autosave.change(named(first, name));
      await pass(100);
    }
    await pass(1000);
    expect([server.puts, server.document.name]).toEqual([1, "c"]);
  });

  it("saves what changed while a save was under way", async () => {
    autosave.change(named(first, "a"));
    jest.advanceTimersByTime(500);
    autosave.change(named(first, "b"));
    await pass(2000);
    expect([server.puts, server.document.name, state()]).toEqual([2, "b", "saved"]);
  });

  it("does not save what came back to where it was", async () => {
    autosave.change(named(first, "a"));
    autosave.change(first);
    await pass(2000);
    expect([server.puts, state(), draft]).toEqual([0, "saved", undefined]);
  });

  it("says why it cannot save, keeps the work, and tries again until it can", async () => {
    server.mood = "away";
    autosave.change(named(first, "a"));
    await pass(600);
    const failed = autosave.state.getState();
    expect(failed.kind === "failed" && failed.reason).toContain("cannot be reached");
    expect(draft?.study.name).toBe("a");
    await pass(5000);
    expect(state()).toBe("failed");
    server.mood = "well";
    await pass(10_000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "a", undefined]);
  });

  it("does not send again what was refused for its content, until it changes", async () => {
    server.mood = "refuses";
    autosave.change(named(first, "a"));
    await pass(60_000);
    expect([server.puts, state(), draft?.study.name]).toEqual([1, "failed", "a"]);
    server.mood = "well";
    autosave.change(named(first, "b"));
    await pass(1000);
    expect([server.document.name, state()]).toEqual(["b", "saved"]);
  });

  it("takes a lost answer for an answer: its own save is no conflict", async () => {
    server.mood = "loses answers";
    autosave.change(named(first, "a"));
    await pass(600);
    expect([state(), server.document.name]).toEqual(["failed", "a"]);
    server.mood = "well";
    autosave.change(named(first, "b"));
    await pass(20_000);
    expect([state(), server.document.name]).toEqual(["saved", "b"]);
  });

  it("saves what changed under way before it ends", async () => {
    autosave.change(named(first, "a"));
    jest.advanceTimersByTime(500);
    autosave.change(named(first, "b"));
    await autosave.dispose();
    expect([server.document.name, draft]).toEqual(["b", undefined]);
  });

  describe("when another state was saved meanwhile", () => {
    beforeEach(async () => {
      server.document = named(first, "theirs");
      server.revision = 5;
      autosave.change(named(first, "mine"));
      await pass(1000);
    });

    it("stops and offers the choice, and goes on keeping work in the browser", async () => {
      expect([state(), server.document.name, draft?.study.name]).toEqual([
        "conflict",
        "theirs",
        "mine",
      ]);
      autosave.change(named(first, "mine, later"));
      await pass(5000);
      expect([state(), server.document.name, draft?.study.name]).toEqual([
        "conflict",
        "theirs",
        "mine, later",
      ]);
    });

    it("saves mine over theirs when asked to", async () => {
      autosave.keepMine();
      await pass(1000);
      expect([state(), server.document.name, server.revision, draft]).toEqual([
        "saved",
        "mine",
        6,
        undefined,
      ]);
    });

    it("hands out theirs when asked to, and saves what comes after it", async () => {
      const theirs = autosave.keepTheirs();
      expect([theirs?.name, state(), draft]).toEqual(["theirs", "saved", undefined]);
      autosave.change(named(first, "after"));
      await pass(1000);
      expect([state(), server.document.name]).toEqual(["saved", "after"]);
    });
  });
});
