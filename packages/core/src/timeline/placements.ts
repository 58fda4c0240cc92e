import { Graph } from "./graph.ts";
import {
  beginningOf,
  type Level,
  linksInto,
  type Placed,
  type Placer,
  type TimelineSource,
} from "./placed.ts";
import { outerTime, type TimeLink, withinTime } from "./timing.ts";

/** The placed items of a sequence, those in groups too, each group before its members. */
export interface PlacedItems extends Iterable<readonly [id: string, placed: Placed]> {
  readonly size: number;
  has(id: string): boolean;
  get(id: string): Placed | undefined;
  keys(): Iterable<string>;
  values(): Iterable<Placed>;
}

/** Where every item of a sequence stands in time. */
export interface Placements {
  readonly byId: PlacedItems;
  readonly root: Level;
  /** Ids of items whose tethers form a cycle, in order; empty if there is none. */
  readonly loop: readonly string[];
  /** The items that stand directly in a level, in order. */
  membersOf(level: Level): readonly Placed[];
  /** When an item starts, ms of the study, in the first iteration of what it stands in; 0 for an unknown id. */
  startOf(id: string): number;
  /**
   * The study's time at which local time `within` of an item is shown (for a tween: ms of its keys), as if every
   * iteration around it were the first and ran forwards.
   */
  outer(id: string, within: number, figure?: string): number;
  /** The inverse of `outer`. */
  within(id: string, t: number, figure?: string): number;
  /**
   * The links from the study's time to an item's local time, its own iterations left out. With a figure they include
   * that figure's stagger; `place` is the figure's index in the tween's list, where it is known.
   */
  linksTo(placed: Placed, figure?: string, place?: number): readonly TimeLink[];
}

/**
 * Places the items of a sequence in time: follows tethers, also into groups and out of them. An item tethered to
 * something that does not exist starts at its offset; items in a cycle start at 0. Starts before 0 are kept.
 *
 * Work is done when it is asked for: the start of one item costs what it depends on, not the whole sequence.
 */
export function placeItems(study: TimelineSource): Placements {
  return placementsOf(new Graph(study));
}

/** The questions of `Placements`, answered from placed items. */
export function placementsOf(source: Placer): Placements {
  return new SourcePlacements(source);
}

class SourcePlacements implements Placements {
  readonly byId: PlacedItems;

  constructor(private readonly source: Placer) {
    this.byId = new Items(source);
    // These are often taken out of the object by name.
    this.membersOf = this.membersOf.bind(this);
    this.startOf = this.startOf.bind(this);
    this.outer = this.outer.bind(this);
    this.within = this.within.bind(this);
    this.linksTo = this.linksTo.bind(this);
  }

  get root(): Level {
    return this.source.root;
  }

  get loop(): readonly string[] {
    return this.source.loop;
  }

  membersOf({ group }: Level): readonly Placed[] {
    const index = group ? this.source.indexOf(group.item.id) : -1;
    if (index === undefined) return [];
    return this.source.membersOf(index).map((member) => this.source.placedAt(member));
  }

  startOf(id: string): number {
    const placed = this.byId.get(id);
    return placed ? outerTime(linksInto(placed), beginningOf(placed.item)) : 0;
  }

  outer(id: string, within: number, figure?: string): number {
    const placed = this.byId.get(id);
    return placed ? outerTime(this.linksTo(placed, figure), within) : within;
  }

  within(id: string, t: number, figure?: string): number {
    const placed = this.byId.get(id);
    return placed ? withinTime(this.linksTo(placed, figure), t) : t;
  }

  linksTo(placed: Placed, figure?: string, place?: number): readonly TimeLink[] {
    const { item, offsets } = placed;
    if (offsets.length === 0 || figure === undefined || item.type !== "tween")
      return linksInto(placed, figure);
    return linksInto(placed, figure, offsets[place ?? item.figures.indexOf(figure)] ?? 0);
  }
}

class Items implements PlacedItems {
  constructor(private readonly source: Placer) {}

  get size(): number {
    return this.source.size;
  }

  has(id: string): boolean {
    return this.source.indexOf(id) !== undefined;
  }

  get(id: string): Placed | undefined {
    const index = this.source.indexOf(id);
    return index === undefined ? undefined : this.source.placedAt(index);
  }

  *keys(): Iterable<string> {
    for (let i = 0; i < this.size; i++) yield this.source.idAt(i);
  }

  *values(): Iterable<Placed> {
    for (let i = 0; i < this.size; i++) yield this.source.placedAt(i);
  }

  *[Symbol.iterator](): Iterator<readonly [string, Placed]> {
    for (let i = 0; i < this.size; i++) yield [this.source.idAt(i), this.source.placedAt(i)];
  }
}
