import { join } from "node:path";

interface Text {
  readonly file: string;
  readonly line: number;
  readonly text: string;
}
interface Texts {
  textsOf(source: string, file: string): Text[];
  textsByScreen(): { readonly screen: string; readonly texts: Text[] }[];
}
const load = (): Promise<Texts> => import(join(import.meta.dirname, "texts.mjs"));

describe("the texts of the interface", () => {
  it("are read from the source with their lines: between tags, in attributes, in choices", async () => {
    const { textsOf } = await load();
    const source = `// A note before.
import { Button } from "./Button.tsx";

export const Pier = ({ isOpen, name }) => (
  <Button title={isOpen ? "Close it" : "Open"} className="h-8 px-3">
    Gate of {name}
  </Button>
);
say(\`Kept \${name} with your curves.\`);
`;
    expect(textsOf(source, "Pier.tsx").map(({ line, text }) => `${line} ${text}`)).toEqual([
      "5 Gate of …",
      "5 Close it",
      "5 Open",
      "9 Kept … with your curves.",
    ]);
  });

  it("stand on every screen, and use the words that were agreed on", async () => {
    const { textsByScreen } = await load();
    const screens = textsByScreen();
    for (const { screen, texts } of screens)
      expect([screen, texts.length > 10]).toEqual([screen, true]);
    const all = screens.flatMap(({ texts }) => texts);
    const gone =
      /\bDress\b|\bhangs?\b|\bhung\b|\bSwing\b|\bresponses?\b|[Ss]et down|Part x and y|own curve|nothing tints|How heavy/;
    expect(all.filter(({ text }) => gone.test(text))).toEqual([]);
  });
});
