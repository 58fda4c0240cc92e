import fc from "fast-check";
import { cutToFit, labelPlace } from "./blockLabel.ts";

const px = (min: number, max: number) => fc.integer({ min, max });

describe("the words of a block", () => {
  it("stand inside where they fit, else behind it, else before it", () => {
    const widths = { all: 90, name: 60 };
    const at = (from: number, to: number, end = to) => labelPlace({ from, to, end }, 500, widths);
    expect(at(100, 220)).toMatchObject({ x: 110, anchor: "start", shown: "all" });
    expect(at(100, 160)).toMatchObject({ x: 168, anchor: "start", shown: "all" });
    expect(at(440, 490)).toMatchObject({ x: 432, anchor: "end", shown: "all" });
    // What begins left of the window is named at its edge.
    expect(at(-300, 220)).toMatchObject({ x: 10, anchor: "start", shown: "all" });
  });

  it("lose their notes before their name, and their name at its end only", () => {
    expect(labelPlace({ from: 0, to: 90, end: 480 }, 500, { all: 200, name: 70 })).toMatchObject({
      x: 10,
      shown: "name",
    });
    expect(labelPlace({ from: 0, to: 90, end: 480 }, 500, { all: 200, name: 170 })).toMatchObject({
      x: 10,
      shown: "cut",
      room: 74,
    });
    expect(cutToFit("Gangway lowers", 60, (text) => text.length * 8)).toBe("Gangwa…");
    expect(cutToFit("Gangway", 60, (text) => text.length * 8)).toBe("Gangway");
  });

  it("are never crossed by an edge, and never leave the lane", () => {
    fc.assert(
      fc.property(
        px(-800, 900),
        px(1, 900),
        px(0, 900),
        px(300, 900),
        px(20, 200),
        px(0, 120),
        (from, pass, more, width, name, notes) => {
          const [to, end] = [from + pass, from + pass + more];
          // What is not in the window is not named in it.
          fc.pre(end > 40 && from < width - 40);
          const { x, anchor, shown, room } = labelPlace({ from, to, end }, width, {
            all: name + notes,
            name,
          });
          const wide = shown === "all" ? name + notes : shown === "name" ? name : room;
          const [begins, ends] = anchor === "start" ? [x, x + wide] : [x - wide, x];
          const nowhere = Math.max(from, 0) < 32 && to < 60 && end > width - 32;
          if (nowhere) return;
          expect(begins).toBeGreaterThanOrEqual(0);
          expect(ends).toBeLessThanOrEqual(width);
          for (const edge of [from, to, end]) expect(edge > begins && edge < ends).toBe(false);
        },
      ),
    );
  });
});
