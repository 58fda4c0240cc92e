import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { notationTable } from "./notationTable.ts";

const DOCS = resolve(import.meta.dirname, "../../../../docs/curve-notation.md");
/** Tables are padded for reading; what counts is what stands between the bars. */
const cells = (table: string) =>
  table
    .split("\n")
    .map((line) => line.split("|").map((cell) => cell.trim()))
    .filter((row) => !row.every((cell) => /^-*$/.test(cell)));

describe("docs/curve-notation.md", () => {
  it("has the table of kinds as the records have it", () => {
    const text = readFileSync(DOCS, "utf8");
    const kept = text.split("<!-- kinds -->")[1] ?? "";
    expect(cells(kept.trim())).toEqual(cells(notationTable()));
  });
});
