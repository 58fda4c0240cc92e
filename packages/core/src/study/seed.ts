/**
 * A generator of random numbers in [0, 1): the same seed gives the same numbers on every machine. The algorithm is
 * mulberry32 (32-bit state, public domain); its period of 2^32 is far longer than anything here needs.
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
