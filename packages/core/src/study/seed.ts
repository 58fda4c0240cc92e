/**
 * Random numbers in [0, 1) that a seed decides: the same seed, the same numbers, on every machine. The generator
 * is mulberry32 (32-bit state, public domain), whose period of 2^32 is far beyond what is asked of it here.
 */
export function seededRandom(seed: number): () => number {
  let state = Math.floor(seed) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
