import { RECIPES } from "@levitas/core/edit";
import { send, startTestServer, type TestServer } from "../testing/testServer.ts";

describe("recipes over HTTP", () => {
  let server: TestServer;
  let at: string;
  beforeEach(async () => {
    server = await startTestServer();
    at = `${server.url}/api/recipes`;
  });
  afterEach(() => server.close());

  it("keeps each as it was sent, the newest first, over a restart too", async () => {
    for (const recipe of RECIPES) {
      const made = await send("POST", at, { recipe });
      expect(made.status).toBe(201);
      expect(made.body.recipe).toEqual(recipe);
    }
    const { body } = await send("GET", at);
    expect(body.recipes).toHaveLength(RECIPES.length);
    await server.stop();
    server = await startTestServer({ data: server.data });
    const { body: kept } = await send("GET", `${server.url}/api/recipes`);
    expect(kept).toEqual(body);
  });

  it("takes one away, and takes that back", async () => {
    const { body } = await send("POST", at, { recipe: RECIPES[0] });
    expect((await send("DELETE", `${at}/${body.id}`)).status).toBe(204);
    expect((await send("GET", at)).body.recipes).toEqual([]);
    expect((await send("DELETE", `${at}/${body.id}`)).status).toBe(404);
    expect((await send("POST", `${at}/${body.id}/restore`)).body.recipe).toEqual(RECIPES[0]);
    expect((await send("POST", `${at}/nothing/restore`)).status).toBe(404);
  });

  it.each([
    [{ ...RECIPES[0], name: " " }, "recipe.name"],
    [{ ...RECIPES[0], role: "wobble" }, "recipe.role"],
    [{ ...RECIPES[0], tracks: [] }, "recipe.tracks"],
    [
      { ...RECIPES[0], tracks: [{ channel: "y", keys: [{ time: "soon", value: 1 }] }] },
      "recipe.tracks[0].keys[0].time",
    ],
    [
      { ...RECIPES[0], tracks: [{ channel: "smell", keys: [{ time: 0, value: 1 }] }] },
      "recipe.tracks[0].channel",
    ],
    [{ ...RECIPES[0], pivot: { x: "left" } }, "recipe.pivot"],
  ])("refuses what is at fault with its place (%#)", async (recipe, path) => {
    const refused = await send("POST", at, { recipe });
    expect(refused.status).toBe(422);
    expect(refused.body.error.faults[0].path).toBe(path);
  });
});
