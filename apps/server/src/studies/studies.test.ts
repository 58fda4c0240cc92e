import { join } from "node:path";
import { firstStudy, type Study } from "@levitas/core/study";
import { SqliteFile } from "../database/driver.ts";
import { type Answer, send, startTestServer, type TestServer } from "../testing/testServer.ts";

let ids = 0;
const study = (name: string): Study => firstStudy(name, () => `id-${ids++}`);

describe("studies over HTTP", () => {
  let server: TestServer;
  let at: string;
  beforeEach(async () => {
    server = await startTestServer();
    at = `${server.url}/api/studies`;
  });
  afterEach(() => server.close());

  const create = async (name: string): Promise<Answer> =>
    send("POST", at, { document: study(name) });
  const names = async (query = ""): Promise<string[]> => {
    const { body } = await send("GET", `${at}${query}`);
    return body.studies.map((line: { name: string }) => line.name);
  };

  /** Runs SQL beside the server; answers the first row of a SELECT. */
  const change = (sql: string, ...values: unknown[]): unknown => {
    const file = new SqliteFile(join(server.data, "levitas.db"));
    try {
      const statement = file.prepare(sql);
      return statement.reader ? statement.get(...values) : statement.run(...values);
    } finally {
      file.close();
    }
  };

  it("seeds an empty database with the demo studies, in their order", async () => {
    expect(await names()).toEqual([
      "Boarding pass drops",
      "Tide dial, the short way",
      "Gate notice draws back",
      "Buoy bobs",
      "Fare ticks up in steps",
      "Lighthouse sweeps",
      "Pass lands and settles",
      "Pass turns over",
      "Ferry crosses the bay",
      "Gangway lowers with a bump",
      "Lanes and tide",
      "Kiosk arrival",
      "Tide dial answers",
      "Pass flips back",
      "Gate notice on a switch",
      "Lighthouse follows",
      "Gangway on a slider",
      "Landing answers the drop",
      "Header shrinks with the scroll",
    ]);
  });

  it("does not seed again what was deleted", async () => {
    const { body } = await send("GET", at);
    for (const { id } of body.studies) await send("DELETE", `${at}/${id}`);
    await server.stop();
    server = await startTestServer({ data: server.data });
    expect((await send("GET", `${server.url}/api/studies`)).body.total).toBe(0);
  });

  it("creates, reads and lists with duration and what a card plays", async () => {
    const made = await create("Capstan turns");
    expect(made.status).toBe(201);
    expect(made.headers.get("etag")).toBe('"1"');
    const read = await send("GET", `${at}/${made.body.id}`);
    expect(read.body.document).toEqual(made.body.document);
    const { body } = await send("GET", `${at}?search=CAPSTAN`);
    expect(body.total).toBe(1);
    expect(body.studies[0]).toMatchObject({ name: "Capstan turns", duration: 1400, revision: 1 });
    expect(body.studies[0].thumbnail.figures).toHaveLength(1);
  });

  it("opens a kept study that has faults with what is sound, and a save keeps what was there aside", async () => {
    const { id } = (await create("Winch")).body;
    const row = change("SELECT document FROM studies WHERE id = ?", id) as { document: string };
    const broken = JSON.parse(row.document) as { figures: { parent: string | null }[] };
    if (broken.figures[0]) broken.figures[0].parent = "nobody";
    const text = JSON.stringify(broken);
    change("UPDATE studies SET document = ? WHERE id = ?", text, id);
    const { status, body } = await send("GET", `${at}/${id}`);
    expect(status).toBe(200);
    expect(body.document.figures[0].parent).toBeNull();
    expect(body.faults).toMatchObject([{ path: "figures[0].parent", code: "dangling-id" }]);
    const saved = await send(
      "PUT",
      `${at}/${id}`,
      { document: body.document },
      { "If-Match": '"1"' },
    );
    expect(saved.status).toBe(200);
    const note = change("SELECT value FROM notes WHERE key = ?", `faulty ${id} 1`);
    expect(note).toEqual({ value: text });
  });

  it("leaves nothing behind of a study that is deleted for good", async () => {
    const { id } = (await create("Winch")).body;
    const aside = "INSERT INTO notes (key, value) VALUES (?, ?)";
    change(aside, `faulty ${id} 1`, "what could not be read");
    change(aside, `faulty ${id}x 1`, "of another");
    expect((await send("DELETE", `${at}/${id}?forGood=true`)).status).toBe(204);
    const key = (of: string) => change("SELECT key FROM notes WHERE key = ?", of);
    expect(key(`faulty ${id} 1`)).toBeUndefined();
    expect(key(`faulty ${id}x 1`)).toEqual({ key: `faulty ${id}x 1` });
  });

  it("finds names without their accents and takes % for a sign", async () => {
    await create("Quai des Épaves 50% plein");
    expect(await names("?search=epaves")).toHaveLength(1);
    expect(await names("?search=50%25")).toHaveLength(1);
    expect(await names("?search=%25%25")).toEqual([]);
  });

  it("sorts and pages", async () => {
    const all = await names("?sort=name");
    expect(all).toEqual([...all].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)));
    expect(await names("?sort=name&limit=2&offset=1")).toEqual(all.slice(1, 3));
  });

  it("saves from the present revision and counts it up", async () => {
    const { body } = await create("Rope");
    const saved = await send(
      "PUT",
      `${at}/${body.id}`,
      { document: { ...body.document, name: "Rope of floats" } },
      { "If-Match": '"1"' },
    );
    expect(saved.status).toBe(200);
    expect(saved.headers.get("etag")).toBe('"2"');
    expect((await send("GET", `${at}/${body.id}`)).body).toMatchObject({
      revision: 2,
      document: { name: "Rope of floats" },
    });
  });

  it("refuses a stale save with the current state and changes nothing", async () => {
    const { body } = await create("Rope");
    const put = (name: string) =>
      send(
        "PUT",
        `${at}/${body.id}`,
        { document: { ...body.document, name } },
        { "If-Match": '"1"' },
      );
    await put("First");
    const stale = await put("Second");
    expect(stale.status).toBe(412);
    expect(stale.body.current).toMatchObject({ revision: 2, document: { name: "First" } });
    expect(stale.body.error.faults[0].cure).toContain("both");
    expect((await send("GET", `${at}/${body.id}`)).body.document.name).toBe("First");
  });

  it("keeps fields that it does not know", async () => {
    const more = { ...study("From tomorrow"), weather: { wind: "SW" } };
    const { body } = await send("POST", at, { document: more });
    expect((await send("GET", `${at}/${body.id}`)).body.document).toEqual(more);
  });

  it("refuses a document of a newer version, and leaves a kept one as it is", async () => {
    const refused = await send("POST", at, { document: { ...study("Tomorrow"), version: 9 } });
    expect([refused.status, refused.body.error.faults[0].code]).toEqual([422, "newer-version"]);
    const { body } = await create("Winch");
    const text = JSON.stringify({ ...study("Winch"), version: 3, sequence: [{ type: "wave" }] });
    change("UPDATE studies SET document = ? WHERE id = ?", text, body.id);
    const read = await send("GET", `${at}/${body.id}`);
    expect([read.status, read.body.error.faults[0].code]).toEqual([409, "newer-version"]);
    expect(read.body.error.faults[0].message).toContain("newer Levitas");
    const saved = await send(
      "PUT",
      `${at}/${body.id}`,
      { document: study("Winch") },
      { "If-Match": '"1"' },
    );
    expect([saved.status, saved.body.error.faults[0].code]).toEqual([409, "newer-version"]);
    expect(change("SELECT document FROM studies WHERE id = ?", body.id)).toEqual({
      document: text,
    });
  });

  it("lists and opens studies that an older program kept, as this version has them", async () => {
    const box = (look: object) => ({
      ...{ id: "box", name: "Box", kind: "block", parent: null, hue: "slate", rest: {}, look },
      pivot: { x: 0, y: 0 },
    });
    const { body } = await create("Winch");
    const old = JSON.stringify({ ...study("Winch"), version: 1, figures: [box({ clip: true })] });
    change("UPDATE studies SET document = ?, thumbnail = ? WHERE id = ?", old, old, body.id);
    const { studies } = (await send("GET", at)).body;
    const line = studies.find(({ id }: { id: string }) => id === body.id);
    const opened = (await send("GET", `${at}/${body.id}`)).body.document;
    for (const { version, figures } of [line.thumbnail, opened]) {
      expect(version).toBe(2);
      expect(figures).toEqual([box({ hidesOverflow: true })]);
    }
  });

  it("lists all studies when one of them cannot be read", async () => {
    const { body } = await create("Winch");
    change("UPDATE studies SET thumbnail = '{\"x', document = '{' WHERE id = ?", body.id);
    const list = await send("GET", at);
    expect(list.status).toBe(200);
    const line = list.body.studies.find(({ id }: { id: string }) => id === body.id);
    expect([line.name, line.thumbnail.figures]).toEqual(["Winch", []]);
    const read = await send("GET", `${at}/${body.id}`);
    expect([read.status, read.body.error.faults[0].code]).toEqual([409, "damaged-study"]);
  });

  it("opening a study writes nothing", async () => {
    const { body } = await create("Winch");
    const odd = { ...study("Winch"), figures: [null] };
    change("UPDATE studies SET document = ? WHERE id = ?", JSON.stringify(odd), body.id);
    expect((await send("GET", `${at}/${body.id}`)).body.faults.length).toBeGreaterThan(0);
    expect(change("SELECT count(*) AS n FROM notes WHERE key LIKE 'faulty%'")).toEqual({ n: 0 });
  });

  it("duplicates, deletes, and takes a deletion back", async () => {
    const { body } = await create("Rope");
    const copy = await send("POST", `${at}/${body.id}/duplicate`);
    expect(copy.body.document.name).toBe("Rope copy");
    expect((await send("DELETE", `${at}/${body.id}`)).status).toBe(204);
    expect((await send("GET", `${at}/${body.id}`)).status).toBe(404);
    const put = await send(
      "PUT",
      `${at}/${body.id}`,
      { document: body.document },
      { "If-Match": '"1"' },
    );
    expect(put.status).toBe(404);
    expect((await send("POST", `${at}/${body.id}/restore`)).body.document).toEqual(body.document);
    expect(await names("?search=rope")).toHaveLength(2);
  });

  it("keeps what was chosen for hand-offs with the study, without a new revision, and copies it", async () => {
    const { body } = await create("Rope");
    const nothing = { settings: {}, selectors: {} };
    const kept = async (id = body.id) => (await send("GET", `${at}/${id}/handoff`)).body.handoff;
    expect(await kept()).toEqual(nothing);
    const handoff = {
      settings: { css: { begins: "hover" }, study: { reduced: "end" } },
      figures: ["rope"],
      selectors: { rope: "#rope" },
    };
    const keep = (chosen: unknown, id = body.id) =>
      send("PUT", `${at}/${id}/handoff`, { handoff: chosen });
    expect((await keep({ ...handoff, paint: "red" })).status).toBe(204);
    expect(await kept()).toEqual(handoff);
    const { headers, body: read } = await send("GET", `${at}/${body.id}`);
    expect([read.revision, headers.get("etag")]).toEqual([1, '"1"']);
    await send("PUT", `${at}/${body.id}`, { document: body.document }, { "If-Match": '"1"' });
    expect(await kept()).toEqual(handoff);
    const copy = (await send("POST", `${at}/${body.id}/duplicate`)).body;
    expect(await kept(copy.id)).toEqual(handoff);
    // What nobody can read is nothing chosen.
    change("UPDATE studies SET handoff = '[\"x' WHERE id = ?", body.id);
    expect(await kept()).toEqual(nothing);
    expect((await send("GET", `${at}/nobody/handoff`)).status).toBe(404);
    expect((await keep("all")).status).toBe(400);
    expect((await keep(handoff, "nobody")).status).toBe(404);
    const long = Object.fromEntries(
      Array.from({ length: 600 }, (_, i) => [`f${i}`, "x".repeat(2000)]),
    );
    expect((await keep({ selectors: long })).status).toBe(413);
  });

  it("makes a study from a demo, and says which there are", async () => {
    const { body } = await send("GET", `${server.url}/api/demos`);
    expect(body.demos[0]).toEqual({ name: "boarding-pass", title: "Boarding pass drops" });
    expect((await send("POST", at, { demo: "buoy" })).body.document.name).toBe("Buoy bobs");
    const unknown = await send("POST", at, { demo: "zeppelin" });
    expect(unknown.status).toBe(404);
    expect(unknown.body.error.faults[0].cure).toContain("tide-dial");
  });

  describe("bad input is answered with what, where and the cure", () => {
    const faultsOf = ({ body }: Answer) => body.error.faults;

    it("a document with faults, with their paths", async () => {
      const good = study("Bad");
      const tween = structuredClone(good.sequence[0]) as never as {
        tracks: { keys: { time: unknown }[] }[];
      };
      const key = tween.tracks[0]?.keys[1];
      if (key) key.time = "soon";
      const answer = await send("POST", at, { document: { ...good, sequence: [tween] } });
      expect(answer.status).toBe(422);
      expect(faultsOf(answer)[0]).toMatchObject({
        path: "sequence[0].tracks[0].keys[1].time",
        message: 'Found "soon".',
      });
    });

    it("a document whose objects do not fit together", async () => {
      const good = study("Bad");
      const figures = good.figures.map((figure) => ({ ...figure, parent: "nobody" }));
      const answer = await send("POST", at, { document: { ...good, figures } });
      expect(faultsOf(answer)[0]).toMatchObject({ code: "dangling-id", path: "figures[0].parent" });
    });

    it.each([
      ["text that is not JSON", "POST", '{"document": ', 400, "not-json"],
      ["a field nobody knows", "POST", { paint: "red" }, 400, "whitelist-validation"],
      ["neither document nor demo", "POST", {}, 400, "nothing-to-make"],
      ["a document that is a list", "POST", { document: [] }, 400, "is-object"],
      [
        "a body of 26 MB",
        "POST",
        { document: { name: "x".repeat(26_000_000) } },
        413,
        "body-too-large",
      ],
    ])("%s", async (_, method, body, status, code) => {
      const answer = await send(method, at, body);
      expect(answer.status).toBe(status);
      expect(faultsOf(answer)[0].code).toBe(code);
      expect(faultsOf(answer)[0].cure.length).toBeGreaterThan(5);
    });

    it("a body that nests too deep", async () => {
      const answer = await send(
        "POST",
        at,
        `{"document":${'{"a":'.repeat(3000)}1${"}".repeat(3000)}}`,
      );
      expect([answer.status, faultsOf(answer)[0].code]).toEqual([400, "too-deep"]);
    });

    it.each([
      [undefined, 428, "no-if-match"],
      ["3", 400, "wrong-if-match"],
      ['W/"1"', 400, "wrong-if-match"],
      ['"7"', 412, "stale-revision"],
    ])("If-Match %s", async (ifMatch, status, code) => {
      const { body } = await create("Rope");
      const headers: Record<string, string> = ifMatch === undefined ? {} : { "If-Match": ifMatch };
      const answer = await send("PUT", `${at}/${body.id}`, { document: body.document }, headers);
      expect([answer.status, faultsOf(answer)[0].code]).toEqual([status, code]);
    });

    it.each([
      ["/no%20such%20id!", 400],
      ["/nobody", 404],
      ["?limit=9999", 400],
      ["?sort=color", 400],
    ])("the address %s", async (path, status) => {
      const answer = await send("GET", `${at}${path}`);
      expect(answer.status).toBe(status);
      expect(faultsOf(answer)[0].cure).toBeTruthy();
    });
  });
});
