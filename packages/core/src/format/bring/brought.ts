import type { Curve } from "../../curve/index.ts";
import type { ChannelId, FigureCss, Fill, KeptAnimation, Track } from "../../study/index.ts";

/** Something that could not be read, where it stands, and why. */
export interface Unread {
  /** Such as "line 12" or "column gate.x". */
  readonly place: string;
  readonly what: string;
  readonly why: string;
}

/** One animation of something brought in, with its own timing. */
export interface BroughtTween {
  readonly name: string;
  /** Where it stands in what was brought in; absent where it has no place of its own. */
  readonly place?: string;
  /** ms after the start. */
  readonly delay: number;
  readonly fill: Fill;
  /** Null for what never ends. */
  readonly iterations: number | null;
  readonly direction: "normal" | "reverse" | "alternate" | "alternate-reverse";
  /** Length of one pass, ms. */
  readonly duration: number;
  readonly tracks: readonly BroughtTrack[];
}

/** A track without ids, which it gets where it is put. */
export interface BroughtTrack {
  readonly channel: ChannelId;
  readonly mode?: "relative";
  readonly space?: Track["space"];
  readonly keys: readonly {
    readonly time: number;
    readonly value: number | string;
    readonly curve?: Curve;
  }[];
}

/** Something that moves: it becomes a figure, or goes onto one. */
export interface BroughtFigure {
  readonly name: string;
  readonly rest: Readonly<Partial<Record<ChannelId, number | string>>>;
  readonly tweens: readonly BroughtTween[];
  /** The rule of CSS that moves it, where its motion can go back to; see `FigureCss`. */
  readonly css?: Omit<FigureCss, "rest">;
}

/** What was read from a text of another origin. */
export interface Brought {
  /** What it was taken for, such as "CSS". */
  readonly kind: string;
  readonly figures: readonly BroughtFigure[];
  readonly curves: readonly { readonly name: string; readonly curve: Curve }[];
  readonly unread: readonly Unread[];
}

/** An animation as the web has it, before it is known what it moves here. */
export interface WebAnimation extends Omit<KeptAnimation, "iterations"> {
  readonly name: string;
  readonly place: string;
  readonly iterations: number;
  readonly added: boolean;
}

/** An element with what is declared of it and what animates it. */
export interface WebElement {
  readonly name: string;
  /** Declarations by property, custom ones too. */
  readonly declared: ReadonlyMap<string, string>;
  readonly animations: readonly WebAnimation[];
  /** The rule of CSS that animates it. */
  readonly origin?: Pick<FigureCss, "selector" | "declarations">;
}
