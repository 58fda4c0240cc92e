import { compileStudy, type Motion } from "../motion/index.ts";
import type { Study } from "../study/index.ts";

/**
 * What all formats need of a study that leaves. It is made once, so that a text, its stage, its limits and its proof, and
 * all formats together, compile the study and sample what moves in it a single time.
 */
export interface HandoffContext {
  readonly study: Study;
  readonly motion: Motion;
  /** As it is for people who prefer reduced motion: its shakes calmed. */
  readonly calm: Motion;
  /** With nothing that plays: how figures are at rest. */
  readonly still: Motion;
  /** What is made of the study, by a name that says all that it depends on besides; made when it is first asked for. */
  once<T>(name: string, make: () => T): T;
}

/** Studies never change, so that what is known of one holds for as long as it is there. */
const contexts = new WeakMap<Study, HandoffContext>();

/** The context of a study. The same object is asked for again as the same context. */
export function handoffContext(study: Study): HandoffContext {
  const known = contexts.get(study);
  if (known) return known;
  const made = new Map<string, unknown>();
  const once = <T>(name: string, make: () => T): T => {
    if (!made.has(name)) made.set(name, make());
    return made.get(name) as T;
  };
  const context: HandoffContext = {
    study,
    once,
    get motion() {
      return once("motion", () => compileStudy(study));
    },
    get calm() {
      // Without shakes nothing is calmed: it is the same motion.
      return context.motion.shakes.length === 0
        ? context.motion
        : once("calm", () => compileStudy(study, { calm: true }));
    },
    get still() {
      return once("still", () => compileStudy({ ...study, sequence: [] }));
    },
  };
  contexts.set(study, context);
  return context;
}
