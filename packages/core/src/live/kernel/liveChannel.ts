import type { Decay } from "./decay.ts";

/** Where values go: a place, or something that moves by itself. Times in ms, rates per s. */
export interface Goal {
  value(t: number, component: number): number;
  rate(t: number, component: number): number;
  /** Whether it stands still. */
  readonly still: boolean;
  /** From when on it stands still, ms; absent for what always or never does. */
  readonly ends?: number;
  /** Writes the color it shows, for goals that are no numbers to blend. */
  readonly shown?: (t: number, out: Float64Array, slot: number) => void;
}

/** A goal that stands still. */
export function stillGoal(values: ArrayLike<number>): Goal {
  return {
    value: (_, component) => values[component] as number,
    rate: () => 0,
    still: true,
  };
}

/** A stretch of a channel's time: a goal, and a difference from it that fades. It goes on after another took its place. */
export interface Piece extends Pick<Goal, "value" | "rate"> {
  /** ms */
  readonly begin: number;
  /** From when on it is exactly at its goal, ms. */
  readonly end: number;
  readonly goal: Goal;
  readonly way: Decay;
  /** The difference from its goal, also when it is not seen any more. */
  fading(t: number, component: number): number;
  /** The values at its beginning. */
  readonly from: readonly number[];
}

/**
 * A channel over time, as a list of pieces in closed form: no steps, no frame rate. Before the first piece it is at its
 * base. Asking never changes anything.
 */
export class LiveChannel {
  /** In order of time. */
  readonly pieces: Piece[] = [];

  /**
   * @param base where it is while nothing drives it
   * @param count components: one, or four of a color
   * @param step the smallest difference that is seen
   */
  constructor(
    public base: Goal,
    readonly count: number,
    readonly step: number,
  ) {}

  /** The piece that holds at a time; undefined before the first. */
  pieceAt(t: number): Piece | undefined {
    const { pieces } = this;
    let [low, high] = [0, pieces.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((pieces[middle] as Piece).begin <= t) low = middle + 1;
      else high = middle;
    }
    return pieces[low - 1];
  }

  value(t: number, component = 0): number {
    return (this.pieceAt(t) ?? this.base).value(t, component);
  }

  /** Per s. */
  rate(t: number, component = 0): number {
    return (this.pieceAt(t) ?? this.base).rate(t, component);
  }

  /** Where it is going, or is. */
  targetAt(t: number, component = 0): number {
    return (this.pieceAt(t)?.goal ?? this.base).value(t, component);
  }

  /** Whether it is still on its way. */
  isBusy(t: number): boolean {
    const piece = this.pieceAt(t);
    return piece !== undefined && t < piece.end;
  }

  /**
   * Begins a piece.
   *
   * @param keepsSpeed whether its speed goes on
   * @param from the values it begins with; those it has if absent
   */
  begin(
    time: number,
    goal: Goal,
    way: Decay,
    keepsSpeed: boolean,
    from = Array.from({ length: this.count }, (_, c) => this.value(time, c)) as readonly number[],
  ): Piece {
    const parts = from.map((start, c) => {
      const [difference, drift] = [start - goal.value(time, c), goal.rate(time, c)];
      const number = way.begin(
        difference,
        keepsSpeed ? this.rate(time, c) - drift : undefined,
        drift,
      );
      return [difference, number] as const;
    });
    const lengths = parts.map(([difference, number]) => way.length(difference, number, this.step));
    const end = Math.max(time + Math.max(...lengths) * 1000, goal.ends ?? time);
    const fading = (t: number, c: number) => {
      const [difference, number] = parts[c] as readonly [number, number];
      return way.at((t - time) / 1000, difference, number);
    };
    const fadingRate = (t: number, c: number) => {
      const [difference, number] = parts[c] as readonly [number, number];
      return way.rate((t - time) / 1000, difference, number);
    };
    const piece: Piece = {
      ...{ begin: time, end, goal, way, from, fading },
      value: (t, c) => goal.value(t, c) + (t < end ? fading(t, c) : 0),
      // In the moment of its end it still has the speed with which it lands, for what goes on from there.
      rate: (t, c) => goal.rate(t, c) + (t > end ? 0 : fadingRate(t, c)),
    };
    // What begins in one moment replaces what began in it.
    if (this.pieces.at(-1)?.begin === time) this.pieces.pop();
    this.pieces.push(piece);
    return piece;
  }
}

/** The pieces of a channel between two times, in order. */
export function piecesBetween({ pieces }: LiveChannel, from: number, to: number): Piece[] {
  return pieces.filter(
    ({ begin }, i) => begin < to && (pieces[i + 1]?.begin ?? Number.POSITIVE_INFINITY) > from,
  );
}
