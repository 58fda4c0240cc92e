import type { Figure } from "../../study/index.ts";
import { PagedList } from "../../timeline/index.ts";
import type { FigureTable } from "./figureTable.ts";
import type { DrivenChannel, Layer } from "./motion.ts";
import { STRIDE } from "./poses.ts";
import { Slab } from "./slab.ts";
import { settleStack } from "./stack.ts";

/** How many items of the sequence share a slab: an edit lays out one slab anew. */
const CHUNK = 16;

/** What one item of the sequence brings to the channels. */
export interface Contribution {
  /** The channels it drives, as if nothing else drove them. */
  readonly channels: readonly DrivenChannel[];
  /** When it is over, ms of the study. */
  readonly end: number;
  /** It goes on forever. */
  readonly endless: boolean;
}

/** The channels of a few neighbouring items. */
interface Chunk {
  readonly channels: readonly DrivenChannel[];
  readonly end: number;
  readonly endless: boolean;
  /** The slab of an earlier state, until this one's is made: what did not change is taken over. */
  before?: Slab | undefined;
  slab?: Slab;
}

type Row = readonly (DrivenChannel | undefined)[];

/** All channels that something drives, as they were at one time. */
export class Channels {
  constructor(
    private readonly chunks: readonly Chunk[],
    /** By figure, then by the channel's place in the figure's part of a pose buffer. */
    private readonly rows: PagedList<Row | undefined>,
  ) {}

  /** What drives the channel at a slot of a pose buffer. */
  at(slot: number): DrivenChannel | undefined {
    return this.rows.at(Math.floor(slot / STRIDE))?.[slot % STRIDE];
  }

  /** What drives a figure's channels. */
  ofFigure(figureIndex: number): readonly DrivenChannel[] {
    return (this.rows.at(figureIndex) ?? []).filter((channel) => channel !== undefined);
  }

  /** All of them, in the order in which the sequence first names them. */
  all(): DrivenChannel[] {
    return this.chunks.flatMap(({ channels }) => channels);
  }

  /** When all that ends is over, ms, and whether something does not. */
  get extent(): { readonly end: number; readonly endless: boolean } {
    let end = 0;
    let endless = false;
    for (const chunk of this.chunks) {
      end = Math.max(end, chunk.end);
      endless ||= chunk.endless;
    }
    return { end, endless };
  }

  /** Writes the value of each channel at `t` into a pose buffer that holds the values at rest. */
  write(t: number, rest: Float64Array, out: Float64Array): void {
    for (const chunk of this.chunks) {
      if (!chunk.slab) {
        chunk.slab = new Slab(chunk.channels, chunk.before);
        chunk.before = undefined;
      }
      chunk.slab.write(t, rest, out);
    }
  }
}

/**
 * Puts together what the items of a sequence bring: where several drive one channel, their layers make a stack, kept by
 * the first of them. `update` replaces what a few items bring, at the cost of those and of the stacks they are in; what
 * was made before stays as it was.
 */
export class ChannelStore {
  #items: Contribution[] = [];
  /** For each item, the channels it keeps: alone, or as the first of a stack; undefined where another one does. */
  #kept: (DrivenChannel | undefined)[][] = [];
  /** Indices of the items that drive a slot, for slots that several drive. */
  #stacks = new Map<number, number[]>();
  #rows = PagedList.from<Row | undefined>([]);
  #chunks: Chunk[] = [];
  #made = new Channels([], this.#rows);

  get channels(): Channels {
    return this.#made;
  }

  /** Takes the contributions of a whole sequence. */
  replace(items: readonly Contribution[], figures: FigureTable): void {
    this.#items = [...items];
    this.#stacks = new Map();
    const first = new Int32Array(figures.rest.length);
    this.#items.forEach(({ channels }, item) => {
      for (const { slot } of channels) {
        const before = first[slot] as number;
        if (before === 0) first[slot] = item + 1;
        else {
          const stack = this.#stacks.get(slot);
          if (!stack) this.#stacks.set(slot, before - 1 === item ? [item] : [before - 1, item]);
          else if (stack.at(-1) !== item) stack.push(item);
        }
      }
    });
    const rows: ((DrivenChannel | undefined)[] | undefined)[] = figures.list.map(() => undefined);
    const enter = (channel: DrivenChannel) => {
      const { figureIndex, slot } = channel;
      let row = rows[figureIndex];
      if (!row) {
        row = new Array(STRIDE).fill(undefined);
        rows[figureIndex] = row;
      }
      row[slot % STRIDE] = channel;
    };
    const settled = new Set<number>();
    this.#kept = this.#items.map(({ channels }) =>
      channels.map((channel) => {
        const { slot } = channel;
        const stack = this.#stacks.get(slot);
        if (stack && settled.has(slot)) return undefined;
        const made = stack ? this.#settle(stack, channel, figures) : channel;
        if (stack) settled.add(slot);
        enter(made);
        return made;
      }),
    );
    this.#rows = PagedList.from(rows);
    this.#chunks = [];
    for (let c = 0; c * CHUNK < this.#items.length; c++) this.#chunks.push(this.#chunkOf(c));
    this.#made = new Channels(this.#chunks, this.#rows);
  }

  /** Takes what some items bring now, by their indices. */
  update(changed: ReadonlyMap<number, Contribution>, figures: FigureTable): void {
    for (const [item, contribution] of changed) {
      const before = this.#items[item]?.channels ?? [];
      const isAlike =
        before.length === contribution.channels.length &&
        before.every(({ slot }, i) => slot === contribution.channels[i]?.slot);
      if (isAlike) continue;
      const items = this.#items.map((each, i) => changed.get(i) ?? each);
      this.replace(items, figures);
      return;
    }
    if (changed.size === 0) return;
    const chunks = new Set<number>();
    const stacks = new Map<number, DrivenChannel>();
    const fresh = new Map<number, (DrivenChannel | undefined)[]>();
    const enter = (channel: DrivenChannel) => {
      const { figureIndex, slot } = channel;
      let row = fresh.get(figureIndex);
      if (!row) {
        row = this.#rows.at(figureIndex)?.slice() ?? new Array(STRIDE).fill(undefined);
        fresh.set(figureIndex, row);
      }
      row[slot % STRIDE] = channel;
    };
    for (const [item, contribution] of changed) {
      this.#items[item] = contribution;
      chunks.add(Math.floor(item / CHUNK));
      this.#kept[item] = contribution.channels.map((channel, i) => {
        if (this.#stacks.has(channel.slot)) {
          stacks.set(channel.slot, channel);
          return this.#kept[item]?.[i];
        }
        enter(channel);
        return channel;
      });
    }
    for (const [slot, channel] of stacks) {
      const stack = this.#stacks.get(slot) as number[];
      const made = this.#settle(stack, channel, figures);
      const keeper = stack[0] as number;
      const place = this.#items[keeper]?.channels.findIndex((each) => each.slot === slot) ?? -1;
      const kept = [...(this.#kept[keeper] as (DrivenChannel | undefined)[])];
      kept[place] = made;
      this.#kept[keeper] = kept;
      chunks.add(Math.floor(keeper / CHUNK));
      enter(made);
    }
    this.#chunks = this.#chunks.slice();
    for (const chunk of chunks) {
      const { slab, before } = this.#chunks[chunk] as Chunk;
      this.#chunks[chunk] = { ...this.#chunkOf(chunk), before: slab ?? before };
    }
    this.#rows = this.#rows.with(fresh.keys(), (index) => fresh.get(index));
    this.#made = new Channels(this.#chunks, this.#rows);
  }

  /** The stack of a slot, from what each of its items brings. */
  #settle(stack: readonly number[], channel: DrivenChannel, figures: FigureTable): DrivenChannel {
    const layers: Layer[] = [];
    for (const item of stack)
      for (const each of this.#items[item]?.channels ?? [])
        if (each.slot === channel.slot)
          for (const layer of each.layers) layers.push(layer.open ?? layer);
    return settleStack(channel, layers, figures.list[channel.figureIndex] as Figure);
  }

  #chunkOf(chunk: number): Chunk {
    const channels: DrivenChannel[] = [];
    let end = 0;
    let endless = false;
    const last = Math.min((chunk + 1) * CHUNK, this.#items.length);
    for (let i = chunk * CHUNK; i < last; i++) {
      const item = this.#items[i] as Contribution;
      for (const channel of this.#kept[i] ?? []) if (channel) channels.push(channel);
      end = Math.max(end, item.end);
      endless ||= item.endless;
    }
    return { channels, end, endless };
  }
}
