import { jest } from "@jest/globals";
import { firstStudy, type Study } from "@levitas/core/study";
import { ApiError } from "../api/client.ts";
import type { Draft } from "./drafts.ts";
import { Keeper, type SaveOutcome, type Stored } from "./keeper.ts";

let ids = 0;
const study = (name: string): Study => firstStudy(name, () => `id-${ids++}`);
const named = (from: Study, name: string): Study => ({ ...from, name });

/** A server that keeps one study, and can be told to be away, to lose answers, to refuse, or to have lost the study. */
class FakeServer {
  revision = 1;
  document: Study;
  mood: "well" | "away" | "loses answers" | "refuses" | "is full" | "has deleted it" = "well";
  puts = 0;

  constructor(document: Study) {
    this.document = document;
  }

  readonly save = async (document: Study, madeFrom: number): Promise<SaveOutcome<Study>> => {
    this.puts++;
    const refusal = (status: number, message: string) =>
      new ApiError(status, [{ code: "x", path: "", message, cure: "Try again." }], undefined);
    if (this.mood === "away") throw refusal(0, "The server cannot be reached.");
    if (this.mood === "refuses") throw refusal(422, "Bad.");
    if (this.mood === "is full") throw refusal(507, "The disk is full.");
    if (this.mood === "has deleted it") throw refusal(404, "There is no such study.");
    if (madeFrom !== this.revision) return { kind: "stale", current: this.stored };
    this.revision++;
    this.document = JSON.parse(JSON.stringify(document));
    if (this.mood === "loses answers") throw refusal(0, "The server cannot be reached.");
    return { kind: "saved", revision: this.revision };
  };

  get stored(): Stored<Study> {
    return { revision: this.revision, content: this.document };
  }
}

describe("keeper", () => {
  const first = study("Rope");
  let server: FakeServer;
  let draft: Draft<Study> | undefined;
  let keeper: Keeper<Study>;
  const state = () => keeper.state.getState().kind;
  const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

  /** Opens the document as a page does that is loaded, or loaded again. */
  const open = () => {
    keeper = new Keeper(server.stored, {
      save: server.save,
      isSame: (a, b) => JSON.stringify(a) === JSON.stringify(b),
      canSave: ({ name }) => name !== "tangled",
      keepDraft: (kept) => {
        draft = kept;
      },
      dropDraft: () => {
        draft = undefined;
      },
    });
    if (draft) keeper.resume(draft, server.stored);
  };
  /** Leaves the page without a last word, and loads it again. */
  const reload = async () => {
    const kept = draft;
    await keeper.dispose();
    draft = kept;
    open();
  };

  beforeEach(() => {
    jest.useFakeTimers();
    server = new FakeServer(first);
    draft = undefined;
    open();
  });
  afterEach(async () => {
    await keeper.dispose();
    jest.useRealTimers();
  });

  it("keeps a change in the browser at once and on the server within a second", async () => {
    keeper.change(named(first, "Rope of floats"));
    expect([state(), draft?.content.name]).toEqual(["waiting", "Rope of floats"]);
    await pass(1000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "Rope of floats", undefined]);
  });

  it("saves once for many changes in a row, the last of them", async () => {
    for (const name of ["a", "b", "c"]) {
      keeper.change(named(first, name));
      await pass(100);
    }
    await pass(1000);
    expect([server.puts, server.document.name]).toEqual([1, "c"]);
  });

  it("saves what changed while a save was under way", async () => {
    keeper.change(named(first, "a"));
    jest.advanceTimersByTime(500);
    keeper.change(named(first, "b"));
    await pass(2000);
    expect([server.puts, server.document.name, state()]).toEqual([2, "b", "saved"]);
  });

  it("does not save what came back to where it was", async () => {
    keeper.change(named(first, "a"));
    keeper.change(first);
    await pass(2000);
    expect([server.puts, state(), draft]).toEqual([0, "saved", undefined]);
  });

  it("saves what came back to where it was after a save whose answer was lost", async () => {
    server.mood = "loses answers";
    keeper.change(named(first, "a"));
    await pass(600);
    keeper.change(first);
    server.mood = "well";
    await pass(20_000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "Rope", undefined]);
  });

  it("says why it cannot save, keeps the work, and tries again until it can", async () => {
    server.mood = "away";
    keeper.change(named(first, "a"));
    await pass(600);
    const failed = keeper.state.getState();
    expect(failed.kind === "failed" && failed.reason).toContain("cannot be reached");
    expect(draft?.content.name).toBe("a");
    await pass(5000);
    expect(state()).toBe("failed");
    server.mood = "well";
    await pass(10_000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "a", undefined]);
  });

  it("does not send again what was refused for its content, until it changes", async () => {
    server.mood = "refuses";
    keeper.change(named(first, "a"));
    await pass(60_000);
    expect([server.puts, state(), draft?.content.name]).toEqual([1, "failed", "a"]);
    server.mood = "well";
    keeper.change(named(first, "b"));
    await pass(1000);
    expect([server.document.name, state()]).toEqual(["b", "saved"]);
  });

  it("holds back what cannot be saved, in the browser, until it can", async () => {
    keeper.change(named(first, "tangled"));
    await pass(5000);
    expect([server.puts, state(), draft?.content.name]).toEqual([0, "held", "tangled"]);
    keeper.change(named(first, "untangled"));
    await pass(1000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "untangled", undefined]);
  });

  it("takes a lost answer for an answer: its own save is no conflict", async () => {
    server.mood = "loses answers";
    keeper.change(named(first, "a"));
    await pass(600);
    expect([state(), server.document.name]).toEqual(["failed", "a"]);
    server.mood = "well";
    keeper.change(named(first, "b"));
    await pass(20_000);
    expect([state(), server.document.name]).toEqual(["saved", "b"]);
  });

  it("knows its own save whose answer was lost in a reload, even when more was done since", async () => {
    server.mood = "loses answers";
    keeper.change(named(first, "a"));
    await pass(600);
    server.mood = "away";
    keeper.change(named(first, "b"));
    await reload();
    expect(state()).not.toBe("conflict");
    server.mood = "well";
    keeper.change(named(first, "c"));
    await pass(20_000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "c", undefined]);
  });

  it("saves what changed under way before it ends", async () => {
    keeper.change(named(first, "a"));
    jest.advanceTimersByTime(500);
    keeper.change(named(first, "b"));
    await keeper.dispose();
    expect([server.document.name, draft]).toEqual(["b", undefined]);
  });

  it("work that a full disk refused survives any number of reloads", async () => {
    server.mood = "is full";
    keeper.change(named(first, "a"));
    await pass(600);
    for (let times = 0; times < 3; times++) {
      await reload();
      expect([draft?.content.name, draft?.madeFrom]).toEqual(["a", 1]);
      await pass(600);
    }
    server.mood = "well";
    await pass(20_000);
    expect([state(), server.document.name, draft]).toEqual(["saved", "a", undefined]);
  });

  it("keeps its work when the document was deleted elsewhere, and says so", async () => {
    server.mood = "has deleted it";
    keeper.change(named(first, "a"));
    await pass(600);
    expect([state(), draft?.content.name]).toEqual(["gone", "a"]);
    keeper.change(named(first, "b"));
    await pass(20_000);
    expect([state(), draft?.content.name, server.puts]).toEqual(["gone", "b", 1]);
    keeper.letGo();
    expect(draft).toBeUndefined();
  });

  describe("when another state was saved meanwhile", () => {
    beforeEach(async () => {
      server.document = named(first, "theirs");
      server.revision = 5;
      keeper.change(named(first, "mine"));
      await pass(1000);
    });

    it("stops and offers the choice, and goes on keeping work in the browser", async () => {
      const seen = () => [state(), server.document.name, draft?.content.name, draft?.madeFrom];
      expect(seen()).toEqual(["conflict", "theirs", "mine", 1]);
      keeper.change(named(first, "mine, later"));
      await pass(5000);
      expect(seen()).toEqual(["conflict", "theirs", "mine, later", 1]);
    });

    it("stays a conflict over reloads and further edits, both states kept", async () => {
      for (const name of ["mine 2", "mine 3", "mine 4"]) {
        await reload();
        expect(state()).toBe("conflict");
        keeper.change(named(first, name));
        await pass(5000);
        await reload();
        expect([state(), server.document.name, draft?.content.name]).toEqual([
          "conflict",
          "theirs",
          name,
        ]);
      }
    });

    it("saves mine over theirs when asked to", async () => {
      await reload();
      keeper.keepMine();
      await pass(1000);
      expect([state(), server.document.name, server.revision, draft]).toEqual([
        "saved",
        "mine",
        6,
        undefined,
      ]);
    });

    it("asks again when yet another state was saved before mine arrived", async () => {
      server.document = named(first, "theirs, later");
      server.revision = 6;
      keeper.keepMine();
      await pass(1000);
      expect([state(), server.document.name, draft?.content.name]).toEqual([
        "conflict",
        "theirs, later",
        "mine",
      ]);
    });

    it("hands out theirs when asked to, and saves what comes after it", async () => {
      const theirs = keeper.keepTheirs();
      expect([theirs?.name, state(), draft]).toEqual(["theirs", "saved", undefined]);
      keeper.change(named(first, "after"));
      await pass(1000);
      expect([state(), server.document.name]).toEqual(["saved", "after"]);
    });
  });
});
