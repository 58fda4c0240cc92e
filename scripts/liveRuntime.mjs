// npm run live-runtime: writes the runtime of the module "live" from the core's own code, see docs/architecture.md. Every
// command does so as it starts (ensureInstalled in lib.mjs).
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { build, transform } from "esbuild";
import { ROOT, RUNTIME } from "./lib.mjs";

const ENTRY = join(ROOT, "packages/core/src/live/page/index.ts");

/** Names of the runtime's own objects, which nobody outside of it reads: they leave shortened. */
const OWN = [
  ...["aimed", "advance", "all", "answer", "atOnce", "base", "before", "begin", "begun"],
  ...[
    "channelsOfPose",
    "chain",
    "continues",
    "count",
    "decayOf",
    "differences",
    "driven",
    "drive",
    "due",
  ],
  ...["easing", "elements", "ends", "figuresAt", "give", "goal", "hold", "horizon"],
  ...["interrupted", "isBusy", "isIn", "isSeen", "isStill", "moving", "next", "numbers", "onStart"],
  ...["pieceAt", "piece", "pieces", "pointerValue", "put", "rate", "rest"],
  ...["run", "sendings", "shareOf", "slope", "spring", "startOf", "step", "still", "stops"],
  ...["targetAt", "thens", "trigger", "turn", "turnsRound", "uses", "waits", "watches"],
  ...["parts", "world", "scale", "slot", "scene", "study"],
];

/** What the module that is handed off is put together of: pieces, with what each of them needs. */
async function runtimePieces() {
  const settings = {
    ...{ entryPoints: [ENTRY], bundle: true, write: false, format: "esm", target: "es2022" },
    ...{ legalComments: "none", conditions: ["levitas-source"] },
    define: { "Number.POSITIVE_INFINITY": "Infinity", "Number.isFinite": "isFinite" },
    tsconfigRaw: { compilerOptions: { useDefineForClassFields: false } },
  };
  // What occurs most gets one letter. Capital ones: no property of a page or of the data is one.
  const [plain] = (await build(settings)).outputFiles;
  const count = (name) => plain.text.match(new RegExp(`\\b${name}\\b`, "g"))?.length ?? 0;
  const ordered = OWN.map((name) => [name, count(name)]).sort(([, a], [, b]) => b - a);
  const keys = Object.fromEntries(
    ordered.map(([name], i) => [name, i < 26 ? String.fromCharCode(65 + i) : `_${i.toString(36)}`]),
  );
  const mangled = {
    ...settings,
    ...{ mangleProps: new RegExp(`^(${OWN.join("|")})$`), mangleCache: keys },
  };
  // The same declarations twice: with their names, which say what needs what, and shortened.
  const [long, short] = await Promise.all(
    [false, true].map(async (minifyIdentifiers) => {
      const { outputFiles } = await build({ ...mangled, minifyIdentifiers });
      return declarationsOf(outputFiles[0].text);
    }),
  );
  const pieces = [];
  for (const [i, { text }] of short.all.entries()) {
    const { code } = await transform(text, {
      ...{ minifySyntax: true, minifyWhitespace: true, target: "es2022" },
    });
    const words = new Set(long.all[i].text.match(/(?<![.\w$])[A-Za-z_$][\w$]*/g));
    const uses = long.all.flatMap(({ name }, n) => (n !== i && words.has(name) ? [n] : []));
    pieces.push({ uses, text: code.trim().replace(/\b(?:const|var)\b/g, "let") });
  }
  const names = long.exported.map(([name, as], n) => [
    as,
    [long.all.findIndex((each) => each.name === name), short.exported[n][0]],
  ]);
  return { pieces, keys, names: Object.fromEntries(names) };
}

/** The declarations of a bundle, and what it exports: names there with the names outside. */
function declarationsOf(bundle) {
  const [body, exported] = bundle.replace(/^\/\/.*\n/gm, "").split(/^export \{/m);
  return {
    // Each declaration begins at the left edge, and its last line is the only other one that does.
    all: body
      .split(/^(?=(?:var|function|async function|class|const|let) )/m)
      .filter((each) => each.trim() !== "")
      .map((text) => ({ name: /^(?:async )?\w+ ([\w$]+)/.exec(text)?.[1] ?? "", text })),
    exported: exported
      .replace(/\};?\s*$/, "")
      .split(",")
      .map((each) => each.trim().split(/ as /))
      .filter(([name]) => name)
      .map(([name, as = name]) => [name, as]),
  };
}

async function runtimeText() {
  const { pieces, keys, names } = await runtimePieces();
  return `// Written by scripts/liveRuntime.mjs from live/page; not in the repository.

/** What can be asked of the runtime: the number of its declaration, and its name there. */
export const RUNTIME_NAMES = ${JSON.stringify(names, null, 2)} as const;

/** What the names of its own objects are shortened to. */
export const RUNTIME_KEYS = ${JSON.stringify(keys, null, 2)} as const;

/** The declarations of the runtime in their order, and the numbers of others that each needs. */
export const RUNTIME_PIECES: readonly { readonly uses: readonly number[]; readonly text: string }[] = ${JSON.stringify(pieces, null, 2)};
`;
}

writeFileSync(join(ROOT, RUNTIME), await runtimeText());
