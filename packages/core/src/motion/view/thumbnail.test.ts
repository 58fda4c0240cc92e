import { checkStudy } from "../../shape/index.ts";
import type { Study } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { LARGEST_THUMBNAIL, thumbnailOf } from "./thumbnail.ts";

describe("thumbnails", () => {
  it("are the study itself while it is small", () => {
    const study = kiosk({});
    expect(thumbnailOf(study)).toBe(study);
  });

  it("stay small however large the study, and keep figures with their parents", () => {
    const ids = Array.from({ length: 300 }, (_, i) => `float-${i}`);
    const large = kiosk({
      figures: ids.map((id, i) => figure(id, { parent: i === 3 ? "float-299" : null })),
      sequence: ids.map((id) =>
        tween(`t-${id}`, 0, id, [{ channel: "x", keys: [key(0, 0), key(9, 9)] }]),
      ),
    });
    const thumbnail = thumbnailOf(large);
    expect(JSON.stringify(thumbnail).length).toBeLessThanOrEqual(LARGEST_THUMBNAIL);
    expect(thumbnail.figures).toHaveLength(11);
    // The one whose parent is not shown is left out, and so is what moved it alone.
    expect(thumbnail.sequence).toHaveLength(11);
    expect(checkStudy(thumbnail)).toEqual([]);
  });

  it("keep every start, though what it hung on is not shown", () => {
    const figures = Array.from({ length: 20 }, (_, i) => figure(`float-${i}`));
    const rope = key(0, 0);
    const large = kiosk({
      figures,
      sequence: [
        tween("late", 700, "float-19", [{ channel: "x", keys: [rope, key(300, 9)] }]),
        tween("after", { to: "item", id: "late", edge: "end", offset: 50 }, "float-0", [
          { channel: "x", keys: [key(0, 0), key(9, 9)] },
        ]),
        tween("at key", { to: "key", id: rope.id, offset: 20 }, "float-1", [
          { channel: "x", keys: Array.from({ length: 900 }, (_, i) => key(i, i)) },
        ]),
      ],
    });
    const thumbnail = thumbnailOf(large);
    expect(checkStudy(thumbnail)).toEqual([]);
    const starts = (study: Study) =>
      [...placeItems(study).byId].map(([id, { start }]) => [id, start]);
    const all = new Map(starts(large) as [string, number][]);
    for (const [id, start] of starts(thumbnail) as [string, number][])
      expect([id, start]).toEqual([id, all.get(id)]);
  });

  it("drop even the figures when those alone are too large", () => {
    const look = { text: "x".repeat(LARGEST_THUMBNAIL) };
    expect(thumbnailOf(kiosk({ figures: [figure("label", { look })] })).figures).toEqual([]);
  });
});
