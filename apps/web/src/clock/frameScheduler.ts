/** How often numbers and words are written while everything moves, ms: nobody reads more. */
export const NUMBERS_EVERY = 50;

/** Something that draws a part of the screen. */
export interface Drawer<Frame, Topic extends string, Layout = void> {
  /** What a person calls it, such as "The ruler": said if it fails. */
  readonly name: string;
  /** What it depends on: it is called in frames in which one of these changed. */
  readonly topics: readonly Topic[];
  /** Reads layout. Called for all drawers before any of them writes, so that layout is computed once a frame at most. */
  readonly measure?: (frame: Frame) => Layout;
  readonly draw: (frame: Frame, layout: Layout) => void;
}

/** A drawer that is registered. */
export interface Registration {
  /** Has it drawn in the next frame whatever changed: its elements are new, or it drew a part only. */
  readonly refresh: () => void;
  readonly stop: () => void;
}

interface Entry<Frame, Topic extends string> {
  readonly drawer: Drawer<Frame, Topic, unknown>;
  isFresh: boolean;
}

/**
 * Calls those who draw, each only in frames in which something it depends on changed: first all that read layout, then
 * all that write. A drawer that throws is taken out, so that the others and the next frames go on.
 */
export class FrameScheduler<Frame, Topic extends string> {
  readonly #entries = new Set<Entry<Frame, Topic>>();
  readonly #last = new Map<Topic, readonly unknown[]>();
  readonly #fail: (name: string, error: unknown) => void;

  constructor(fail: (name: string, error: unknown) => void) {
    this.#fail = fail;
  }

  /** Registers a drawer; it draws in the next frame. */
  register<Layout>(drawer: Drawer<Frame, Topic, Layout>): Registration {
    const entry: Entry<Frame, Topic> = {
      drawer: drawer as Drawer<Frame, Topic, unknown>,
      isFresh: true,
    };
    this.#entries.add(entry);
    return {
      refresh: () => {
        entry.isFresh = true;
      },
      stop: () => {
        this.#entries.delete(entry);
      },
    };
  }

  /** Has everything drawn in the next frame, as when the theme changes. */
  refreshAll(): void {
    for (const entry of this.#entries) entry.isFresh = true;
  }

  /** Draws a frame. `state` says for each topic what it consists of now; it changed where a part is not the same. */
  run(frame: Frame, state: Readonly<Record<Topic, readonly unknown[]>>): void {
    const changed = this.#changed(state);
    const due: Entry<Frame, Topic>[] = [];
    for (const entry of this.#entries)
      if (entry.isFresh || entry.drawer.topics.some((topic) => changed.has(topic))) due.push(entry);
    const layouts = due.map((entry) => {
      // Before it draws: what it asks for while drawing counts for the next frame.
      entry.isFresh = false;
      return entry.drawer.measure && this.#guard(entry, entry.drawer.measure, frame, undefined);
    });
    due.forEach((entry, i) => {
      // One that failed to measure is out already.
      if (this.#entries.has(entry)) this.#guard(entry, entry.drawer.draw, frame, layouts[i]);
    });
  }

  clear(): void {
    this.#entries.clear();
  }

  #guard(
    entry: Entry<Frame, Topic>,
    work: (frame: Frame, layout: unknown) => unknown,
    frame: Frame,
    layout: unknown,
  ): unknown {
    try {
      return work(frame, layout);
    } catch (error) {
      this.#entries.delete(entry);
      this.#fail(entry.drawer.name, error);
      return undefined;
    }
  }

  #changed(state: Readonly<Record<Topic, readonly unknown[]>>): ReadonlySet<Topic> {
    const changed = new Set<Topic>();
    for (const topic of Object.keys(state) as Topic[]) {
      const now = state[topic];
      const last = this.#last.get(topic);
      if (last?.length === now.length && now.every((part, i) => Object.is(part, last[i]))) continue;
      this.#last.set(topic, now);
      changed.add(topic);
    }
    return changed;
  }
}
