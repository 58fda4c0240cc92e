import { figure, key, kiosk, tween } from "../testing/index.ts";
import { LARGEST_THUMBNAIL, thumbnailOf } from "./index.ts";

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
    expect(thumbnail.sequence).toHaveLength(12);
  });

  it("drop even the figures when those alone are too large", () => {
    const look = { text: "x".repeat(LARGEST_THUMBNAIL) };
    expect(thumbnailOf(kiosk({ figures: [figure("label", { look })] })).figures).toEqual([]);
  });
});
