import { FrameTurns } from "./frameTurns.ts";

describe("the turns of a frame", () => {
  const drawn = (times: readonly number[], moves = true): string[] => {
    const turns = new FrameTurns<number>();
    let now: string[] = [];
    turns.add(() => now.push("scene"), false);
    turns.add(() => now.push("trace"), true);
    turns.add(() => now.push("time"), true);
    return times.map((at) => {
      now = [];
      turns.draw(at, at, moves);
      return now.join(" ");
    });
  };

  it("draw all of it while frames come in time", () => {
    expect(drawn([1000, 1016, 1033, 1050])).toEqual(Array(4).fill("scene trace time"));
  });

  it("have what stands beside wait for each other once a frame was missed, and never the scene", () => {
    const [first, ...more] = drawn([1000, 1040, 1056, 1073, 1090]);
    expect(first).toBe("scene trace time");
    expect(new Set(more)).toEqual(new Set(["scene trace", "scene time"]));
    expect(more.every((each, i) => each !== more[i + 1])).toBe(true);
  });

  it("draw the last frame whole, and take no pause for a missed frame", () => {
    expect(drawn([1000, 1040, 1080], false)).toEqual(Array(3).fill("scene trace time"));
    expect(drawn([1000, 2000, 2016])).toEqual(Array(3).fill("scene trace time"));
  });
});
