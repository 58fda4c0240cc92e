import { compileStudy, type Motion } from "@levitas/core/motion";
import { CHANNELS, type Figure, type Study } from "@levitas/core/study";
import type { CssReduced } from "../../packages/core/src/format/css/cssChoices.ts";
import { FADES, HELD_AFTER } from "../../packages/core/src/format/css/cssReduced.ts";

/** A motion with some of what it says replaced. */
function instead(motion: Motion, other: Partial<Motion>): Motion {
  return new Proxy(motion, {
    get: (whole, name) => {
      if (name in other) return other[name as keyof Motion];
      const own = whole[name as keyof Motion];
      return typeof own === "function" ? own.bind(whole) : own;
    },
  });
}

/** What people see of a study who prefer reduced motion, in one of the ways a hand-off can be told. */
export function reducedMotion(study: Study, way: CssReduced): Motion {
  const whole = compileStudy(study);
  if (way === "as-it-is") return compileStudy(study, { calm: true });
  if (way === "rest") {
    const { duration, endless } = whole;
    return instead(compileStudy({ ...study, sequence: [] }), { duration, endless });
  }
  const held = whole.duration + HELD_AFTER;
  const last = whole.at(held, new Float64Array(whole.slotCount));
  // What stands on a card that turns over is hidden and shown by that, which is no fade.
  const standsOnTurning = ({ parent }: Figure): boolean => {
    const above = study.figures.find(({ id }) => id === parent);
    if (!above) return false;
    const at = whole.figureIndex(above.id);
    const turns = (["turnX", "turnY"] as const).some(
      (id) =>
        whole.drivenAt(at, id) || whole.followers.some(({ slot }) => slot === whole.slot(at, id)),
    );
    return (Boolean(above.look.back) && turns) || standsOnTurning(above);
  };
  const fades = CHANNELS.filter(({ id }) => FADES.has(id === "visible" ? "visibility" : id));
  return instead(whole, {
    at: (time, out) => {
      if (way === "end") return whole.at(held, out);
      whole.at(time, out);
      const now = out.slice();
      out.set(last);
      study.figures.forEach((figure, i) => {
        for (const { id, kind } of fades) {
          if (id === "visible" && standsOnTurning(figure)) continue;
          const slot = whole.slot(i, id);
          for (let c = 0; c < (kind === "color" ? 4 : 1); c++)
            out[slot + c] = now[slot + c] as number;
        }
      });
      return out;
    },
  });
}
