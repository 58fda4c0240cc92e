import type { Follower, Lever, LiveResponse } from "../study/index.ts";
import type { AngleRoute } from "../value/index.ts";

/** What a module carries of a study that answers: its data, with everything that can be known beforehand. */
export interface PageStudy {
  /** Width and height of the scene, px. */
  readonly size: readonly [number, number];
  /** How touching the scene is taken by the browser, as CSS says it. */
  readonly touch: string;
  /** By id: where a figure is found, and its style at rest. */
  readonly figures: Readonly<Record<string, readonly [selector: string, style: string]>>;
  /** The figures that can be pressed by the keyboard. */
  readonly pressable: readonly string[];
  /** What moves, by slots: their places in this list. */
  readonly channels: readonly PageChannel[];
  /** By id: slots with the values a pose has there. */
  readonly poses: Readonly<
    Record<string, readonly (readonly [slot: number, ...values: number[]])[]>
  >;
  readonly levers: readonly PageLever[];
  readonly responses: readonly PageResponse[];
  readonly followers: readonly PageFollower[];
  readonly curves: readonly PageCurve[];
  readonly shown: readonly PageProperty[];
  /** How much later than what it follows anything comes, ms. */
  readonly lag: number;
}

/** 0 for a number, 1 for an angle, 2 for a switch. */
export type PageKind = 0 | 1 | 2;

/** The smallest difference that is seen, and what makes a way of a difference: see `Driven`. */
export type PageChannel = readonly [
  figure: string,
  channel: string,
  kind: PageKind,
  step: number,
  scale: number,
  ...rest: number[],
];

/**
 * A lever. Its way is stiffness, damping and mass of a spring, a time constant in s, or nothing for at once; `corner` is where the place of the pointer counts from, px of the scene.
 */
export type PageLever = Omit<Lever, "lag" | "spring"> & {
  readonly way: readonly number[];
  readonly corner?: number;
};

/** A response; its curve is one of the curves, or stiffness, damping and mass of a spring. */
export type PageResponse = Omit<LiveResponse, "how"> & {
  readonly how: {
    readonly curve: number | readonly [stiffness: number, damping: number, mass: number];
    readonly duration: number;
    readonly grows?: LiveResponse["how"]["grows"];
    readonly reach?: number;
    readonly route?: AngleRoute;
  };
};

/** What follows: its slot, what it follows (a slot, or the id of a lever), by which map, and how late, ms. */
export type PageFollower = readonly [
  slot: number,
  source: number | string,
  curve: number,
  of: Follower["of"],
  lag: number,
];

/**
 * Its slope at 0 (none for an upright one), and polynomials: start, end, coefficients for −1 to 1. Curves go from 0 to 1,
 * maps of followers over the whole range of what they follow.
 */
export type PageCurve = readonly [slope: number, ...pieces: (readonly number[])[]];

/**
 * A CSS property of an element: text, and between the texts the channels that are written there, as 4 times the slot
 * plus the component. With a test it is "inherit" or "hidden": 0 for a switch, 1 and −1 for the front and the back of
 * a card with its two turns.
 */
export type PageProperty = readonly [
  selector: string,
  property: string,
  parts: readonly (string | number)[],
  test?: 0 | 1 | -1,
];
