import { readSvgIcon } from "../index.ts";

const taken = (text: string) => {
  const read = readSvgIcon(text);
  if (!read.ok) throw new Error(read.faults[0]?.message);
  return read.value;
};

describe("an icon from SVG", () => {
  it("takes paths and basic shapes with their colors, transforms applied", () => {
    const { box, shapes } = taken(
      `<svg viewBox="10 0 48 24"><g fill="#A8452F" transform="translate(10 0)">
        <rect x="0" y="0" width="20" height="10"/>
        <circle cx="5" cy="5" r="2" style="fill:none;stroke:#1E2430;stroke-width:2"/></g>
        <path d="M10 4 h8" stroke="currentColor" fill="none"/></svg>`,
    );
    expect(box).toEqual([48, 24]);
    expect(shapes.map(({ fill, stroke, strokeWidth }) => [fill, stroke, strokeWidth])).toEqual([
      ["#A8452F", undefined, undefined],
      [undefined, "#1E2430", 2],
      [undefined, "color", 1],
    ]);
    // Moved by the group, and back by the corner of the box.
    expect(shapes[0]?.path).toBe("M0 0H20V10H0Z");
    expect(shapes[2]?.path).toBe("M0 4h8");
  });

  it("takes nothing that could run, load or hide", () => {
    const { shapes } = taken(
      `<svg><script>alert(1)</script><defs><path d="M0 0h9"/></defs><image href="https://x/y.png"/>
       <path onclick="alert(1)" d="M0 0 L4 4 Z" fill="url(#wave)"/></svg>`,
    );
    expect(shapes).toEqual([{ path: "M0 0L4 4Z", fill: "color" }]);
  });

  it("says what is missing", () => {
    expect(readSvgIcon("no drawing at all")).toMatchObject({
      ok: false,
      faults: [{ code: "no-shapes" }],
    });
    expect(readSvgIcon(`<svg><path d="M 0 0 wobble"/></svg>`)).toMatchObject({
      ok: false,
      faults: [{ code: "icon-too-complex" }],
    });
    expect(readSvgIcon("x".repeat(5_000_001)).ok).toBe(false);
  });
});
