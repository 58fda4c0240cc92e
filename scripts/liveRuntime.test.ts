import { join } from "node:path";
import {
  RUNTIME_KEYS,
  RUNTIME_NAMES,
  RUNTIME_PIECES,
} from "../packages/core/src/format/live/liveRuntime.ts";

describe("the runtime of the module that answers", () => {
  it("is what the core's own code makes; `npm run live-runtime` writes it", async () => {
    const { runtimePieces } = await import(join(import.meta.dirname, "liveRuntime.mjs"));
    const { pieces, keys, names } = await runtimePieces();
    expect(pieces).toEqual(RUNTIME_PIECES);
    expect(names).toEqual(RUNTIME_NAMES);
    expect(keys).toEqual(RUNTIME_KEYS);
  });
});
