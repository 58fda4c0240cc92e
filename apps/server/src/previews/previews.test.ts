import { send, startTestServer, type TestServer } from "../testing/testServer.ts";

describe("previews", () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await startTestServer();
  });
  afterEach(() => server.close());

  const keep = (html: string) =>
    send("POST", `${server.url}/api/previews`, html, { "Content-Type": "text/html" });

  it("give back a page, sandboxed, with a policy that lets it load and ask nothing", async () => {
    const html = '<!doctype html><p title="“Pass”">Boarding</p>';
    const { status, body } = await keep(html);
    expect(status).toBe(201);
    const shown = await fetch(`${server.url}/previews/${body.id}`);
    expect(await shown.text()).toBe(html);
    expect(shown.headers.get("content-type")).toMatch(/^text\/html; charset=utf-8/);
    const policy = shown.headers.get("content-security-policy") ?? "";
    expect(policy).toContain("sandbox allow-scripts;");
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("frame-ancestors 'self'");
    expect(policy).not.toMatch(/allow-same-origin|connect-src|https?:/);
  });

  it("keep the newest, and say what to do about one that has gone", async () => {
    const first = (await keep("<p>first</p>")).body.id;
    for (let i = 0; i < 20; i++) await keep(`<p>${i}</p>`);
    const gone = await send("GET", `${server.url}/previews/${first}`);
    expect(gone.status).toBe(404);
    expect(gone.body.error.faults[0].cure).toContain("open it again");
  });

  it("take nothing that is no page, or too large, or from another site", async () => {
    expect((await send("POST", `${server.url}/api/previews`, { html: "<p>" })).status).toBe(400);
    expect((await keep("x".repeat(9e6))).status).toBe(413);
    const foreign = await send("POST", `${server.url}/api/previews`, "<p>", {
      "Content-Type": "text/html",
      Origin: "http://saltmarsh.example",
    });
    expect(foreign.status).toBe(403);
  });
});
