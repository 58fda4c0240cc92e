import {
  ARRANGEMENTS,
  defaultShares,
  keepMargin,
  keepShares,
  keptMargin,
  keptShares,
  windowClass,
} from "./arrangement.ts";

describe("the arrangement of the panes", () => {
  let stored: Map<string, string>;
  beforeEach(() => {
    stored = new Map();
    globalThis.localStorage = {
      getItem: (key: string) => stored.get(key) ?? null,
      setItem: (key: string, value: string) => void stored.set(key, value),
    } as Storage;
  });

  it("begins with sizes that follow the window", () => {
    const column = (width: number) => (defaultShares("side", width).column * width) / 100;
    expect(column(1280)).toBeCloseTo(602, 0);
    expect(column(1920)).toBeGreaterThanOrEqual(860);
    expect((defaultShares("long", 1280).column * 1280) / 100).toBeCloseTo(300);
    expect((defaultShares("long", 2560).column * 2560) / 100).toBeCloseTo(300);
    expect(defaultShares("scene", 1280)).toEqual({ column: 100, scene: 100 });
  });

  it("has one key for each", () => {
    expect(new Set(ARRANGEMENTS.map(({ key }) => key)).size).toBe(3);
  });

  it("keeps what a person chose for windows of that class alone", () => {
    expect(windowClass(1280)).not.toBe(windowClass(1920));
    keepShares("side", 1280, { column: 40, scene: 60 });
    keepMargin(1280, 260);
    expect(keptShares("side", 1300)).toEqual({ column: 40, scene: 60 });
    expect(keptMargin(1300)).toBe(260);
    expect(keptShares("side", 1920)).toEqual(defaultShares("side", 1920));
    expect(keptShares("long", 1280)).toEqual(defaultShares("long", 1280));
    expect(keptMargin(1920)).toBe(216);
  });

  it.each([
    "{",
    "null",
    "7",
    '{"shares":{"side regular":{"column":"wide"}},"margins":{"regular":9999}}',
  ])("has default sizes where the storage holds %s", (text) => {
    stored.set("levitas-panes", text);
    expect(keptShares("side", 1280)).toEqual(defaultShares("side", 1280));
    expect(keptMargin(1280)).toBe(216);
  });

  it("goes on where the storage is refused", () => {
    globalThis.localStorage = {
      getItem: () => {
        throw new DOMException("refused");
      },
      setItem: () => {
        throw new DOMException("refused");
      },
    } as unknown as Storage;
    expect(() => keepShares("side", 1280, { column: 40, scene: 60 })).not.toThrow();
    expect(keptShares("side", 1280)).toEqual(defaultShares("side", 1280));
  });
});
