import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";

const ROOT = join(import.meta.dirname, "..");
const read = (name: string) => readFileSync(join(ROOT, name), "utf8");

describe("what is said of how to add things", () => {
  const page = read("docs/contributing.md");
  const places = [...page.matchAll(/`((?:packages|apps|docs|e2e)\/[^`]+|README\.md)`/g)].map(
    ([, place = ""]) => place,
  );

  it("names places that are there", () => {
    expect(places.length).toBeGreaterThan(40);
    expect(places.filter((place) => !existsSync(join(ROOT, place)))).toEqual([]);
  });

  it("names commands that are there", () => {
    const { scripts } = JSON.parse(read("package.json"));
    const named = [...page.matchAll(/`npm run ([\w:-]+)/g)].map(([, name = ""]) => name);
    expect(named.filter((name) => scripts[name] === undefined)).toEqual([]);
  });
});
