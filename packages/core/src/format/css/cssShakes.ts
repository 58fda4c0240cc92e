import type { CompiledShake, Motion } from "../../motion/index.ts";
import { type BakedStop, sample } from "./bake.ts";
import type { CssAnimation } from "./cssAnimation.ts";
import { alongLine, baked, type Round, roundsOf, runOf } from "./cssBaked.ts";
import type { CssContext } from "./cssFigure.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_PROPERTIES, type CssProperty, type CssScene } from "./cssProperties.ts";
import { shakesOf } from "./moved.ts";
import { shakeLoops, shakeMarks, turnsShaken } from "./shaken.ts";

/** The animations that shakes add to a figure, and their keyframes as people see them who prefer reduced motion. */
export interface ShakenCss {
  /** What the keyframes ask of the figure. */
  readonly declarations: readonly string[];
  readonly animations: readonly CssAnimation[];
  readonly calm: readonly CssAnimation[];
}

const NOTHING: ShakenCss = { declarations: [], animations: [], calm: [] };
const RADIANS = Math.PI / 180;
/** The share of the tolerance by which a figure may go another way than the turned scene has it. */
const OFF_SHARE = 0.4;

const propertyOf = (name: string) =>
  CSS_PROPERTIES.find(({ property }) => property === name) as CssProperty;

/** One number of a shake over time, and the values that show it. */
interface Part {
  readonly id: string;
  readonly property: "translate" | "rotate";
  readonly tolerance: number;
  readonly read: (of: Motion, t: number) => number;
  readonly write: (value: string) => string;
}

/**
 * What shakes add to the figures of a study, as animations of their own, added on top. Figures that are shaken alike
 * have the same keyframes. When the whole scene turns about its middle, each goes a way of its own, in proportion to
 * how far from the middle it stands: the keyframes multiply with that.
 *
 * @param calm the motion for people who prefer reduced motion
 */
export function shakesCss(
  motion: Motion,
  calm: Motion,
  scene: CssContext,
): (index: number) => ShakenCss {
  const { classes, keyframes } = scene.names;
  const known = new Map<string, ShakenCss>();
  const sets: string[] = [];
  const once = (name: string, index: number, parts: readonly Part[]): ShakenCss => {
    const found = known.get(name) ?? write(motion, calm, index, name, parts);
    known.set(name, found);
    return found;
  };
  /** The keyframes of a property that has its shakes in it, calmed. */
  const calmed = (property: CssProperty, index: number): CssAnimation[] =>
    baked(motion, index, property, classes[index] as string, scene, calm).animations.map(
      (each) => ({ ...each, name: keyframes(`${index} ${each.name}`, each.name) }),
    );
  return (index) => {
    const shakes = shakesOf(motion, index);
    if (shakes.length === 0) return NOTHING;
    const joined = scene.joined?.(index);
    if (joined) return { ...NOTHING, calm: calmed(joined, index) };
    const set = shakes.map((each) => motion.shakes.indexOf(each)).join(" ");
    if (!sets.includes(set)) sets.push(set);
    const shared = `shaken--${sets.indexOf(set) + 1}`;
    const turned = shakes.some(({ figures, shake }) => !figures && shake.turn);
    const middle = turned ? fromMiddle(motion, index, shakes, scene) : undefined;
    const isAlike = !turned || middle;
    const parts = [
      ...(isAlike ? movedParts(index, shakes, scene) : ownParts(index, scene)),
      ...(middle ? [turnedPart(motion, index, shakes, scene)] : []),
    ];
    const moved = once(isAlike ? shared : `shaken--${classes[index]}`, index, parts);
    const declarations = middle
      ? [`--middle-x: ${cssNumber(middle.x)}px;`, `--middle-y: ${cssNumber(middle.y)}px;`]
      : [];
    if (turnsShaken(motion, index)) {
      const rotated = calmed(propertyOf("rotate"), index);
      return { ...moved, declarations, calm: [...moved.calm, ...rotated] };
    }
    const turn = once(`${shared}-turn`, index, [rotatedPart(index, scene)]);
    return {
      declarations,
      animations: [...moved.animations, ...turn.animations],
      calm: [...moved.calm, ...turn.calm],
    };
  };
}

/** What the shakes say, summed up: `read` tells of one's offset. */
function summed(shakes: readonly CompiledShake[], read: (offset: Float64Array) => number) {
  const offset = new Float64Array(3);
  const names = new Set(shakes.map(({ shake }) => shake.id));
  return (of: Motion, t: number): number => {
    let sum = 0;
    for (const each of of.shakes)
      if (names.has(each.shake.id) && each.isOn(t)) {
        each.offset(t, offset);
        sum += read(offset);
      }
    return sum;
  };
}

function movedParts(index: number, shakes: readonly CompiledShake[], scene: CssScene): Part[] {
  const tolerance = scene.toleranceOf(index, "x");
  return [
    {
      ...{ id: "x", property: "translate", tolerance },
      read: summed(shakes, (offset) => offset[0] as number),
      write: (value) => `${value}px 0`,
    },
    {
      ...{ id: "y", property: "translate", tolerance },
      read: summed(shakes, (offset) => offset[1] as number),
      write: (value) => `0 ${value}px`,
    },
  ];
}

/** The way of a figure that goes one of its own. */
function ownParts(index: number, scene: CssScene): Part[] {
  const tolerance = scene.toleranceOf(index, "x");
  const added = (id: "x" | "y") => (of: Motion, t: number) =>
    of.valueAt(index, id, t) - of.steadyAt(index, id, t);
  return [
    {
      ...{ id: "x", property: "translate", tolerance },
      ...{ read: added("x"), write: (value: string) => `${value}px 0` },
    },
    {
      ...{ id: "y", property: "translate", tolerance },
      ...{ read: added("y"), write: (value: string) => `0 ${value}px` },
    },
  ];
}

/** What a turn of the scene about its middle moves: along a line for each figure, as far as it stands from the middle. */
function turnedPart(
  { study }: Motion,
  index: number,
  shakes: readonly CompiledShake[],
  scene: CssScene,
): Part {
  const whole = shakes.filter(({ figures }) => !figures);
  const far = Math.hypot(study.scene.width, study.scene.height) / 2;
  return {
    id: "around",
    property: "translate",
    tolerance: scene.toleranceOf(index, "x") / far,
    read: summed(whole, (offset) => Math.sin((offset[2] as number) * RADIANS)),
    write: (value) =>
      `calc(var(--middle-y) * ${-Number(value)}) calc(var(--middle-x) * ${Number(value)})`,
  };
}

function rotatedPart(index: number, scene: CssScene): Part {
  return {
    id: "rotate",
    property: "rotate",
    tolerance: scene.toleranceOf(index, "rotate"),
    read: (of, t) => of.valueAt(index, "rotate", t) - of.steadyAt(index, "rotate", t),
    write: (value) => `${value}deg`,
  };
}

/**
 * Where a figure's pivot stands from the middle of the scene while that turns, px; undefined where it moves meanwhile, or
 * turns so far that its way is no line.
 */
function fromMiddle(
  motion: Motion,
  index: number,
  shakes: readonly CompiledShake[],
  scene: CssScene,
): { x: number; y: number } | undefined {
  const { width, height } = motion.study.scene;
  const steady = (id: "x" | "y" | "pivotX" | "pivotY" | "width" | "height", t: number) =>
    motion.steadyAt(index, id, t);
  const pivotAt = (t: number) => ({
    x: steady("x", t) + (steady("pivotX", t) / 100) * steady("width", t) - width / 2,
    y: steady("y", t) + (steady("pivotY", t) / 100) * steady("height", t) - height / 2,
  });
  const dx = summed(shakes, (offset) => offset[0] as number);
  const dy = summed(shakes, (offset) => offset[1] as number);
  const whole = shakes.filter(({ figures }) => !figures);
  const sine = summed(whole, (offset) => Math.sin((offset[2] as number) * RADIANS));
  const room = scene.toleranceOf(index, "x") * OFF_SHARE;
  let middle: { x: number; y: number } | undefined;
  for (const { from, to } of roundsOf(motion, shakeLoops(motion, index)))
    for (let t = from; t <= to; t += LOOK) {
      if (!shakes.some((each) => each.isOn(t))) continue;
      middle ??= pivotAt(t);
      const added = (id: "x" | "y") => motion.valueAt(index, id, t) - motion.steadyAt(index, id, t);
      const turned = sine(motion, t);
      if (Math.abs(added("x") - dx(motion, t) + turned * middle.y) > room) return undefined;
      if (Math.abs(added("y") - dy(motion, t) - turned * middle.x) > room) return undefined;
    }
  return middle;
}

/** How often a figure that is shaken is looked at, ms. */
const LOOK = 4;

function write(
  motion: Motion,
  calm: Motion,
  index: number,
  name: string,
  parts: readonly Part[],
): ShakenCss {
  const rounds = roundsOf(motion, shakeLoops(motion, index));
  const animations: CssAnimation[] = [];
  const calmed: CssAnimation[] = [];
  for (const { id, property, tolerance, read, write: written } of parts)
    for (const round of rounds) {
      const framesOf = (of: Motion) => {
        const samples = samplesOf(motion, index, round, tolerance, (t) => read(of, t));
        const text = ([value = 0]: readonly number[]) => written(cssNumber(value));
        return alongLine(samples, [tolerance], round, text) ?? [];
      };
      const frames = framesOf(motion);
      if (frames.every(({ value }) => value === frames[0]?.value)) continue;
      // A group may end in the middle of a shake, and holds it there.
      const isHeld = rounds.length === 1 && Math.abs(read(motion, round.to + 1)) > 1e-6;
      const run = {
        ...runOf(round, `${name}-${id}`, property),
        ...{ fill: isHeld && !round.repeats ? "forwards" : "none", added: true as const },
      };
      animations.push({ ...run, frames });
      calmed.push({ ...run, frames: framesOf(calm) });
    }
  return { declarations: [], animations, calm: calmed };
}

function samplesOf(
  motion: Motion,
  index: number,
  { from, to }: Round,
  tolerance: number,
  read: (t: number) => number,
): BakedStop[][] {
  const marks = shakeMarks(motion, index, from, to);
  const into = (t: number, out: number[]) => {
    out[0] = read(t);
  };
  return sample({ read: into, tolerances: [tolerance], marks }, from, to);
}
