import fc from "fast-check";

/** Values that break careless readers, wherever they stand. */
const AWKWARD_VALUES: readonly unknown[] = [
  null,
  undefined,
  0,
  -1,
  1e308,
  -1e308,
  Number.POSITIVE_INFINITY,
  Number.NaN,
  1e-320,
  "",
  "x",
  "constructor",
  "__proto__",
  "sideways",
  "#12",
  "calc(",
  "y".repeat(5000),
  true,
  [],
  {},
  [null],
  [[]],
  { kind: null },
  { shared: 5 },
  { found: false },
];

/** Stands for Infinity on the way through JSON. */
const INFINITE = "infinite-number";

const NAMES = ["constructor", "__proto__", "toString", "type", "kind", "time", "id", "keys", "to"];

/** What is done to one place of a document. */
interface Damage {
  readonly place: number;
  readonly kind: number;
  readonly value: number;
}

const anyDamage: fc.Arbitrary<Damage> = fc.record({
  place: fc.nat(1_000_000),
  kind: fc.nat(6),
  value: fc.nat(1_000_000),
});

/**
 * A document with one to four places damaged: a value replaced, a field taken away, added or renamed, an element
 * doubled or moved, a number nudged. The document itself is left alone.
 */
export function mutated<T>(document: fc.Arbitrary<T>): fc.Arbitrary<unknown> {
  return fc
    .tuple(document, fc.array(anyDamage, { minLength: 1, maxLength: 4 }))
    .map(([sound, damages]) => {
      let damaged: unknown = structuredClone(sound);
      for (const damage of damages) damaged = damageAt(damaged, damage);
      // As it comes from a file or over the network: JSON, in which 1e999 is Infinity.
      const text = JSON.stringify(damaged, (_, value) =>
        value === Number.POSITIVE_INFINITY ? INFINITE : value,
      );
      return JSON.parse((text ?? "null").replaceAll(JSON.stringify(INFINITE), "1e999")) as unknown;
    });
}

function damageAt(root: unknown, { place, kind, value }: Damage): unknown {
  const places: { holder: Record<string, unknown>; name: string }[] = [];
  const stack: unknown[] = [root];
  for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
    if (typeof at !== "object" || at === null) continue;
    for (const name of Object.keys(at)) {
      places.push({ holder: at as Record<string, unknown>, name });
      stack.push((at as Record<string, unknown>)[name] ?? null);
    }
  }
  const nasty = structuredClone(AWKWARD_VALUES[value % AWKWARD_VALUES.length]);
  const spot = places[place % Math.max(places.length, 1)];
  if (!spot || place === 0) return nasty;
  const { holder, name } = spot;
  const other = places[value % places.length] as (typeof places)[number];
  if (kind === 1) delete holder[name];
  else if (kind === 2 && !Array.isArray(holder)) {
    const fresh = NAMES[value % NAMES.length] as string;
    Object.defineProperty(holder, fresh, {
      value: nasty,
      ...{ enumerable: true, configurable: true, writable: true },
    });
  } else if (kind === 3 && Array.isArray(holder))
    holder.push(structuredClone(holder[Number(name)]));
  else if (kind === 4) holder[name] = structuredClone(other.holder[other.name]);
  else if (kind === 5 && typeof holder[name] === "number")
    holder[name] = (holder[name] as number) * (value % 2 === 0 ? -1 : 1e9);
  else holder[name] = nasty;
  return root;
}

/** A text with one to four places cut out, doubled, or filled with one of some pieces, often many times over. */
export function mutatedText(
  text: fc.Arbitrary<string>,
  pieces: readonly string[],
): fc.Arbitrary<string> {
  const damage = fc.record({
    at: fc.nat(1_000_000),
    gone: fc.nat(12),
    put: fc.constantFrom(...pieces),
    times: fc.constantFrom(0, 1, 1, 2, 40, 3000),
  });
  return fc.tuple(text, fc.array(damage, { minLength: 1, maxLength: 4 })).map(([sound, damages]) =>
    damages.reduce((damaged, { at, gone, put, times }) => {
      const cut = at % (damaged.length + 1);
      return damaged.slice(0, cut) + put.repeat(times) + damaged.slice(cut + gone);
    }, sound),
  );
}
