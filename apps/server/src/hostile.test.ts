import { request } from "node:http";
import { firstStudy, type Study } from "@levitas/core/study";
import { send, startTestServer, type TestServer } from "./testing/testServer.ts";

let ids = 0;
const study = (): Study => firstStudy("Rope", () => `id-${ids++}`);
const long = (i: number) => `${i}`.padStart(200, "f");

/** A request line as no browser writes it; answers the status. */
function raw(url: string, path: string, headers: Record<string, string> = {}): Promise<number> {
  const { hostname, port } = new URL(url);
  return new Promise((done, fail) => {
    const sent = request({ hostname, port, path, headers }, (response) => {
      response.resume();
      done(response.statusCode ?? 0);
    });
    sent.on("error", fail);
    sent.end();
  });
}

describe("hostile requests are refused with a cure, and others are answered meanwhile", () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer();
  });
  afterAll(() => server.close());

  const figures = (count: number) =>
    Array.from({ length: count }, (_, i) => ({
      ...study().figures[0],
      id: long(i),
      parent: long((i + 1) % count),
    }));
  const plain = (count: number) => figures(count).map((figure) => ({ ...figure, parent: null }));
  const tween = (id: string, tether: object) => ({
    ...{ type: "tween", id, name: id, tether, figures: [], tracks: [] },
  });
  const withRest = (rest: string) =>
    JSON.stringify({ document: study() }).replace(/"rest":\{[^}]*\}/, `"rest":${rest}`);

  const documents: [string, () => unknown][] = [
    [
      "a million fields in one object",
      () => ({ document: Object.fromEntries(Array.from({ length: 1e6 }, (_, i) => [`k${i}`, 0])) }),
    ],
    [
      "a circle of 5,000 parents with long ids",
      () => ({ document: { ...study(), sequence: [], figures: figures(5000) } }),
    ],
    [
      "a circle of 5,000 followers with long ids",
      () => ({
        document: {
          ...{ ...study(), sequence: [], figures: plain(5000) },
          followers: Array.from({ length: 5000 }, (_, i) => ({
            ...{
              id: `f${i}`,
              figure: long(i),
              channel: "x",
              of: "value",
              from: [0, 1],
              to: [0, 1],
            },
            source: { figure: long((i + 1) % 5000), channel: "x" },
          })),
        },
      }),
    ],
    [
      "a circle of 5,000 tethers",
      () => ({
        document: {
          ...study(),
          sequence: Array.from({ length: 5000 }, (_, i) =>
            tween(`t${i}`, { to: "item", id: `t${(i + 1) % 5000}`, edge: "end", offset: 0 }),
          ),
        },
      }),
    ],
    ["an item that is null", () => ({ document: { ...study(), sequence: [null] } })],
    [
      "a member of a group that is null",
      () => ({
        document: {
          ...study(),
          sequence: [
            {
              ...{ type: "group", id: "g", name: "g", tether: { to: "start", offset: 0 } },
              items: [null],
            },
          ],
        },
      }),
    ],
    [
      "a key whose curve is null",
      () => JSON.stringify({ document: study() }).replace(/"curve":\{[^}]*\}/, '"curve":null'),
    ],
    ["a rest with the name of a function", () => withRest('{"constructor":1}')],
    ["a rest with a prototype", () => withRest('{"__proto__":{"x":1}}')],
    ["a number that is too large", () => withRest('{"x":1e999}')],
    [
      "20,000 faulty keys",
      () => {
        const [roll] = study().sequence;
        const keys = Array.from({ length: 20_000 }, (_, i) => ({
          id: `k${i}`,
          time: -1,
          value: "x",
        }));
        return {
          document: { ...study(), sequence: [{ ...roll, tracks: [{ channel: "x", keys }] }] },
        };
      },
    ],
  ];
  it.each(documents)("%s", async (_, body) => {
    const answer = await send("POST", `${server.url}/api/studies`, body());
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    const { faults } = answer.body.error;
    expect(faults.length).toBeLessThanOrEqual(50);
    expect(JSON.stringify(answer.body).length).toBeLessThan(50_000);
    for (const { message, cure } of faults) {
      expect(message).toMatch(/\.$/);
      expect(cure).toMatch(/\.$/);
    }
    expect((await send("GET", `${server.url}/api/health`)).status).toBe(200);
  });

  it("a sound chain of 3,000 tweens that is stored last to first is kept", async () => {
    const sequence = Array.from({ length: 3000 }, (_, i) =>
      tween(
        `t${i}`,
        i === 2999
          ? { to: "start", offset: 0 }
          : { to: "item", id: `t${i + 1}`, edge: "end", offset: 1 },
      ),
    );
    const answer = await send("POST", `${server.url}/api/studies`, {
      document: { ...study(), sequence },
    });
    expect(answer.status).toBe(201);
  });

  const curve = { name: "Rope", notation: "ease" };
  it.each([
    ["a calc of 60,000 terms", { ...curve, notation: `path(calc(${"1 ".repeat(60_000)}))` }, 422],
    ["a duration that is null", { ...curve, duration: null }, 400],
    ["tags that are null", { ...curve, tags: null }, 400],
    ["notes that are null", { ...curve, notes: null }, 400],
    ["a field named like a function", { ...curve, hasOwnProperty: 1 }, 400],
  ])("%s", async (_, body, status) => {
    const answer = await send("POST", `${server.url}/api/curves`, body);
    expect([answer.status, answer.body.error.faults[0].cure]).toEqual([
      status,
      expect.stringMatching(/\.$/),
    ]);
  });

  it("280 curves of 80,000 letters", async () => {
    const notation = `linear(${"0.5, ".repeat(16_000)}1)`;
    const curves = Array.from({ length: 280 }, () => ({ ...curve, notation }));
    const answer = await send("POST", `${server.url}/api/curves/import`, { curves });
    expect([answer.status, answer.body.error.faults[0].code]).toEqual([413, "body-too-large"]);
    const some = await send("POST", `${server.url}/api/curves/import`, {
      curves: curves.slice(0, 20),
    });
    expect([some.status, some.body.error.faults[0].code]).toEqual([413, "too-much-text"]);
  });

  it("a list that begins beyond all numbers", async () => {
    expect((await send("GET", `${server.url}/api/studies?offset=1e308`)).status).toBe(400);
  });

  it("with a token: odd cookies and addresses are refused, not failed on", async () => {
    const guarded = await startTestServer({ token: "a-token-of-many-letters" });
    try {
      expect(await raw(guarded.url, "/api/studies", { Cookie: "levitas_token=%" })).toBe(401);
      for (const path of ["//", "//[", "/\\", "http://x:99999/", "/?token=%", "//[?token=x"])
        expect([path, await raw(guarded.url, path)]).toEqual([path, 401]);
    } finally {
      await guarded.close();
    }
  });
});
