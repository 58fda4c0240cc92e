import { send, startTestServer, type TestServer } from "../testing/testServer.ts";

describe("curves over HTTP", () => {
  let server: TestServer;
  let at: string;
  beforeEach(async () => {
    server = await startTestServer();
    at = `${server.url}/api/curves`;
  });
  afterEach(() => server.close());

  const lamp = { name: "Lamp", notation: "ease-in", tags: ["pier"], notes: "", duration: 300 };
  const names = async (): Promise<string[]> =>
    (await send("GET", at)).body.curves.map((curve: { name: string }) => curve.name);

  it("begins with the demo curves, in their order, and only once", async () => {
    const seeded = await names();
    expect(seeded[0]).toBe("Gangway lowers");
    expect(seeded.length).toBeGreaterThanOrEqual(6);
    const { body } = await send("GET", at);
    for (const { id } of body.curves) await send("DELETE", `${at}/${id}`);
    await server.stop();
    server = await startTestServer({ data: server.data });
    expect((await send("GET", `${server.url}/api/curves`)).body.curves).toEqual([]);
  });

  it("keeps a curve as it was sent, its notation written in full", async () => {
    const made = await send("POST", at, { ...lamp, notation: " ramp( out , degree:3 ) " });
    expect(made.status).toBe(201);
    expect(made.headers.get("etag")).toBe('"1"');
    const read = await send("GET", `${at}/${made.body.id}`);
    expect(read.body).toMatchObject({ ...lamp, notation: "cubic(out)", revision: 1 });
    expect((await names())[0]).toBe("Lamp");
  });

  it("gives what is not said its default", async () => {
    const made = await send("POST", at, { name: "Tray", notation: "ease" });
    expect(made.body).toMatchObject({ tags: [], notes: "", duration: 800 });
  });

  it("saves against the revision it was made from, and loses nothing to a stale tab", async () => {
    const { body } = await send("POST", at, lamp);
    const here = `${at}/${body.id}`;
    const saved = await send("PUT", here, { ...lamp, name: "Beam" }, { "If-Match": '"1"' });
    expect([saved.status, saved.body.name, saved.body.revision]).toEqual([200, "Beam", 2]);
    const stale = await send("PUT", here, { ...lamp, name: "Mine" }, { "If-Match": '"1"' });
    expect(stale.status).toBe(412);
    expect(stale.body.current).toMatchObject({ name: "Beam", revision: 2 });
    expect((await send("PUT", here, lamp)).status).toBe(428);
    expect((await send("GET", here)).body.name).toBe("Beam");
  });

  it("duplicates, deletes and takes a deletion back", async () => {
    const { body } = await send("POST", at, lamp);
    const copy = await send("POST", `${at}/${body.id}/duplicate`);
    expect(copy.body).toMatchObject({ name: "Lamp copy", notation: "ease-in", revision: 1 });
    expect((await send("DELETE", `${at}/${body.id}`)).status).toBe(204);
    expect((await send("GET", `${at}/${body.id}`)).status).toBe(404);
    expect((await send("DELETE", `${at}/${body.id}`)).status).toBe(404);
    expect((await send("POST", `${at}/${body.id}/restore`)).body.name).toBe("Lamp");
    expect(await names()).toContain("Lamp");
  });

  it("takes several at once, all or none", async () => {
    const before = await names();
    const two = { curves: [lamp, { ...lamp, name: "Tray", notation: "steps(3)" }] };
    const made = await send("POST", `${at}/import`, two);
    expect(made.status).toBe(201);
    expect((await names()).slice(0, 2)).toEqual(["Lamp", "Tray"]);
    const bad = await send("POST", `${at}/import`, {
      curves: [lamp, { ...lamp, notation: "back(up)" }],
    });
    expect(bad.status).toBe(422);
    expect(bad.body.error.faults[0]).toMatchObject({ path: "curves[1].notation", at: 5 });
    expect(await names()).toHaveLength(before.length + 2);
  });

  it.each([
    [{ ...lamp, name: " " }, "name"],
    [{ ...lamp, tags: ["a", 4] }, "tags"],
    [{ ...lamp, duration: 0 }, "duration"],
    [{ ...lamp, more: 1 }, "more"],
    [{ name: "Lamp" }, "notation"],
  ])("refuses %j with the place", async (input, path) => {
    const refused = await send("POST", at, input);
    expect(refused.status).toBe(400);
    expect(refused.body.error.faults[0].path).toBe(path);
  });

  it("refuses a path that runs back in time, with the interval", async () => {
    const notation = 'path("M 0 0 L 0.6 0.5 L 0.4 0.7 L 1 1")';
    const refused = await send("POST", at, { ...lamp, notation });
    expect(refused.status).toBe(422);
    expect(refused.body.error.faults[0].message).toContain("from 40 % to 60 %");
  });
});
