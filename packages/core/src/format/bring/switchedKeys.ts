import { type Curve, compileCurve } from "../../curve/index.ts";
import { edgeBetween } from "../../value/index.ts";

/** Keys closer than this are two of one time: a jump, ms. */
export const JUMP = 0.02;

/** How many moments of a way are looked at for what is seen there. */
const LOOKED_AT = 512;
/** Halvings that find the moment of a change. */
const HALVINGS = 40;

interface SwitchKey {
  readonly time: number;
  readonly value: number | string;
  readonly curve?: Curve | string | undefined;
}

/**
 * Keys of what is seen or not, for keyframes of `visibility`: on the way from one to the other an element is seen wherever
 * its easing is beyond the hidden end. Source: CSS Display 4, section 4, "Animation type".
 */
export function switchedKeys(keys: readonly SwitchKey[]): { time: number; value: number }[] {
  const found: { time: number; value: number }[] = [];
  const say = (time: number, value: number) => {
    if (found.at(-1)?.value !== value) found.push({ time, value });
  };
  keys.forEach(({ time, value, curve }, i) => {
    const next = keys[i + 1];
    const [from, to] = [Number(value), Number(next?.value ?? value)];
    say(time, from);
    if (!next || from === to || next.time - time < JUMP) return;
    const { value: ease } = compileCurve(typeof curve === "object" ? curve : { kind: "linear" });
    const isSeen = (share: number) => (from === 0 ? ease(share) > 0 : ease(share) < 1);
    let [before, was] = [0, from === 1];
    for (let k = 0; k < LOOKED_AT; k++) {
      const share = k / LOOKED_AT;
      const is = isSeen(share);
      if (is !== was) {
        const edge = edgeBetween((middle) => isSeen(middle) !== is, before, share, HALVINGS);
        const at = time + edge * (next.time - time);
        // At its very beginning it is what its keyframe says.
        say(share > 0 ? Math.max(at, time + JUMP) : at, is ? 1 : 0);
      }
      [before, was] = [share, is];
    }
  });
  const last = keys.at(-1);
  // How long it lasts is where its last key stands.
  if (last && found.at(-1)?.time !== last.time)
    found.push({ time: last.time, value: Number(last.value) });
  return found;
}
