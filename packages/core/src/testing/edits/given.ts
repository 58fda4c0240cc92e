import type { Change } from "../../edit/index.ts";
import {
  eachItem,
  eachTween,
  type Figure,
  type Key,
  type SequenceItem,
  type Study,
  type Tween,
} from "../../study/index.ts";

/** What a random edit is drawn from: a study, and draws of what stands in it. */
export interface Given {
  readonly study: Study;
  readonly random: () => number;
  readonly newId: () => string;
  /** One of a list; undefined for an empty one. */
  readonly pick: <T>(list: readonly T[]) => T | undefined;
  readonly chance: (share: number) => boolean;
  readonly tween: () => Tween | undefined;
  readonly item: () => SequenceItem | undefined;
  readonly figure: () => Figure | undefined;
  readonly key: () => Key | undefined;
  /** Keys of one tween, each with a chance of a half. */
  readonly keysOf: (tween: Tween | undefined) => Key[];
  /** Ids of some keys and of some items, each with a small chance. */
  readonly someKeys: () => string[];
  readonly someItems: () => string[];
  /** A time of the study, ms. */
  readonly time: () => number;
  /** Whether the study is small enough to be given more. */
  readonly hasRoom: boolean;
}

/** An edit and the law it has to keep beside those of all edits. */
export interface Tried {
  readonly change: Change;
  readonly law?: Law;
}

export type Law =
  /** It changes no value at any time. */
  | { readonly keeps: "motion" }
  /** Only these tweens, and what hangs on them, move otherwise; of their keys only the named ones change time. */
  | {
      readonly keeps: "the rest";
      readonly tweens: readonly string[];
      readonly named: readonly string[] | "all";
    }
  /** A figure is nowhere farther from where it was than so many px. */
  | { readonly keeps: "place"; readonly figureId: string; readonly within: number }
  /** A channel shows a value at a time. */
  | { readonly keeps: "values"; readonly shown: readonly Shown[] }
  /** A tween no longer hides another one on a channel of a figure. */
  | {
      readonly keeps: "mended";
      readonly figureId: string;
      readonly channel: string;
      readonly loser: string;
      readonly winner: string;
    };

export interface Shown {
  readonly figureId: string;
  readonly channel: string;
  readonly time: number;
  readonly value: number | string;
}

/** A kind of edit; undefined where the study has nothing for it. */
export type EditKind = (given: Given) => Tried | Change | undefined;

/** The draws of one edit. */
export function givenOf(study: Study, random: () => number, newId: () => string): Given {
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const tweens = [...eachTween(study.sequence)];
  const items = [...eachItem(study.sequence)];
  const keys = tweens.flatMap(({ tracks }) => tracks.flatMap((track) => track.keys));
  return {
    ...{ study, random, newId, pick },
    chance: (share) => random() < share,
    tween: () => pick(tweens),
    item: () => pick(items),
    figure: () => pick(study.figures),
    key: () => pick(keys),
    keysOf: (tween) =>
      tween?.tracks.flatMap((track) => track.keys.filter(() => random() < 0.5)) ?? [],
    someKeys: () => keys.filter(() => random() < 0.2).map(({ id }) => id),
    someItems: () =>
      items
        .filter(() => random() < 0.2)
        .slice(0, 4)
        .map(({ id }) => id),
    time: () => random() * 1500,
    hasRoom: items.length < 60 && keys.length < 150 && study.figures.length < 9,
  };
}

/** The tween that holds a key. */
export const tweenOf = (study: Study, keyId: string): Tween | undefined =>
  [...eachTween(study.sequence)].find(({ tracks }) =>
    tracks.some(({ keys }) => keys.some(({ id }) => id === keyId)),
  );
