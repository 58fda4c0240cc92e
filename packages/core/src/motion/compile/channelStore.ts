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

/** What several items bring to one slot. */
interface Stack {
  /** Their indices. */
  readonly items: number[];
  /** What each of them brings to it; one item may do so several times, one after the other. */
  readonly channels: DrivenChannel[];
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
  /** By slot, for slots that several items drive. */
  #stacks = new Map<number, Stack>();
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
    const alone: DrivenChannel[] = [];
    this.#items.forEach(({ channels }, item) => {
      for (const channel of channels) {
        const { slot } = channel;
        const before = first[slot] as number;
        if (before === 0) {
          first[slot] = item + 1;
          alone[slot] = channel;
          continue;
        }
        let stack = this.#stacks.get(slot);
        if (!stack) {
          stack = { items: [before - 1], channels: [alone[slot] as DrivenChannel] };
          this.#stacks.set(slot, stack);
        }
        stack.items.push(item);
        stack.channels.push(channel);
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
        const made = stack ? settle(stack, channel, figures) : channel;
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
    const stacks = new Map<Stack, DrivenChannel>();
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
      const before = this.#items[item]?.channels ?? [];
      this.#items[item] = contribution;
      chunks.add(Math.floor(item / CHUNK));
      const { channels } = contribution;
      const kept = this.#kept[item] as (DrivenChannel | undefined)[];
      for (let i = 0; i < channels.length; i++) {
        const channel = channels[i] as DrivenChannel;
        const stack = this.#stacks.get(channel.slot);
        if (!stack) {
          kept[i] = channel;
          enter(channel);
          continue;
        }
        const place = stack.channels.indexOf(before[i] as DrivenChannel);
        stack.channels[place] = channel;
        stacks.set(stack, channel);
      }
    }
    for (const [stack, channel] of stacks) {
      const made = settle(stack, channel, figures);
      const keeper = stack.items[0] as number;
      const place = this.#items[keeper]?.channels.findIndex(({ slot }) => slot === made.slot) ?? -1;
      (this.#kept[keeper] as (DrivenChannel | undefined)[])[place] = made;
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

/** The channel of a slot that several items drive, from what each of them brings. */
function settle({ channels }: Stack, channel: DrivenChannel, figures: FigureTable): DrivenChannel {
  const layers: Layer[] = [];
  for (const each of channels) for (const layer of each.layers) layers.push(layer.open ?? layer);
  return settleStack(channel, layers, figures.list[channel.figureIndex] as Figure);
}
