import type { Freeze, Group, SequenceItem, Study, Tether, Tween } from "../study/index.ts";
import { tweenLength } from "../study/index.ts";
import { beginningOf, type Level, linksInto, type Placed, rateOf } from "./placed.ts";
import { staggerOffsets } from "./stagger.ts";
import {
  activeLength,
  feltStops,
  outerTime,
  type Passes,
  passesOf,
  presentTime,
  type Stop,
  type TimeLink,
  withinTime,
} from "./timing.ts";

/** Where everything in a sequence stands in time. */
export interface Placements {
  /** Every item by its id, those in groups too. */
  readonly byId: ReadonlyMap<string, Placed>;
  readonly root: Level;
  /** Ids of items that hang on each other in a circle, in order; empty if there is none. */
  readonly loop: readonly string[];
  /** When an item starts, ms of the study, in the first pass of what it stands in; 0 for an unknown one. */
  startOf(id: string): number;
  /**
   * When something of an item is shown, `within` ms from its start (in a tween, ms of its keys), in the study's
   * time, were every pass the first and forwards.
   */
  outer(id: string, within: number, figure?: string): number;
  /** The inverse of `outer`. */
  within(id: string, t: number, figure?: string): number;
  /**
   * The way from the study's time into an item, its own passes left out. A figure brings its stagger; `place` is
   * where it stands in the tween's list, where that is known.
   */
  linksTo(placed: Placed, figure?: string, place?: number): readonly TimeLink[];
}

/** An item while it is being placed. */
interface Draft {
  readonly item: SequenceItem;
  readonly level: DraftLevel;
  inside: DraftLevel | undefined;
  start: number;
  length: number;
  whole: number;
  shown: number;
  passes: Passes | undefined;
  offsets: readonly number[];
  disabled: boolean;
}

interface DraftLevel {
  group: Draft | null;
  items: Draft[];
  stops: Stop[];
}

/** What has to be known of something: when it starts, how long it lasts, when its level stops. */
interface Question {
  readonly about: Draft | DraftLevel;
  readonly what: "start" | "length" | "stops";
  /** What has to be answered first; found out when the question is first looked at. */
  needs: readonly Question[] | undefined;
  next: number;
}

type Source = Pick<Study, "sequence" | "markers" | "figures" | "curves" | "scene">;

const known = new WeakMap<Source["sequence"], { of: Source; placements: Placements }>();

/**
 * Places every item of a sequence: tethers followed, also those that lead into groups or out of them. An item
 * that hangs on something that is not there starts at its offset; items in a circle start at 0. Starts before 0
 * are kept.
 */
export function placeItems(study: Source): Placements {
  const before = known.get(study.sequence);
  if (
    before &&
    before.of.markers === study.markers &&
    before.of.figures === study.figures &&
    before.of.curves === study.curves &&
    before.of.scene.frameRate === study.scene.frameRate
  )
    return before.placements;
  const placements = new Placing(study).placements();
  known.set(study.sequence, { of: study, placements });
  return placements;
}

class Placing {
  private readonly byId = new Map<string, Draft>();
  /** The tween each key is in, and when; made when the first tether asks. */
  private keys: Map<string, { tween: Draft; time: number }> | undefined;
  private readonly markers: ReadonlyMap<string, number>;
  private readonly root: DraftLevel = { group: null, items: [], stops: [] };
  private loop: readonly string[] = [];
  private readonly asked = new Map<
    Draft | DraftLevel,
    Partial<Record<Question["what"], Question>>
  >();
  private readonly done = new Set<Question>();
  private readonly open = new Set<Question>();

  constructor(private readonly study: Source) {
    this.markers = new Map(study.markers.map(({ id, time }) => [id, time]));
    this.enter(study.sequence, this.root);
    this.answerAll();
  }

  private enter(items: readonly SequenceItem[], level: DraftLevel): void {
    for (const item of items) {
      const draft: Draft = {
        item,
        level,
        inside: undefined,
        start: 0,
        length: 0,
        whole: 0,
        shown: 0,
        passes: undefined,
        offsets: [],
        disabled: item.disabled === true || level.group?.disabled === true,
      };
      level.items.push(draft);
      this.byId.set(item.id, draft);
      if (item.type !== "group") continue;
      draft.inside = { group: draft, items: [], stops: [] };
      this.enter(item.items, draft.inside);
    }
  }

  private answerAll(): void {
    const all: Draft[] = [...this.byId.values()];
    for (const draft of all) {
      // Most stand at the top, hang on the start and are tweens: nothing to ask.
      if (draft.level === this.root && draft.item.tether.to === "start")
        draft.start = draft.item.tether.offset;
      else this.answer(this.question(draft, "start"));
      if (draft.item.type !== "group") this.measure(draft);
      else this.answer(this.question(draft, "length"));
    }
    this.answer(this.question(this.root, "stops"));
  }

  private question(about: Draft | DraftLevel, what: Question["what"]): Question {
    let kept = this.asked.get(about);
    if (!kept) {
      kept = {};
      this.asked.set(about, kept);
    }
    const before = kept[what];
    if (before) return before;
    const made: Question = { about, what, needs: undefined, next: 0 };
    kept[what] = made;
    return made;
  }

  /** Asked one level at a time: a chain of tethers may be thousands long. */
  private needsOf({ about, what }: Question): readonly Question[] {
    const needs: Question[] = [];
    if (what === "stops") {
      for (const draft of (about as DraftLevel).items)
        if (draft.item.type === "freeze") needs.push(this.question(draft, "start"));
    } else if (what === "length") {
      const { inside } = about as Draft;
      if (inside) {
        for (const member of inside.items)
          needs.push(this.question(member, "start"), this.question(member, "length"));
        needs.push(this.question(inside, "stops"));
      }
    } else needs.push(...this.needsOfStart(about as Draft));
    return needs;
  }

  /** What a start depends on: its anchor, and every group between the two. */
  private needsOfStart({ item, level }: Draft): Question[] {
    const { tether } = item;
    if (tether.to === "start") return [];
    const anchor = this.anchorOf(tether);
    if (tether.to !== "marker" && !anchor) return [];
    const needs: Question[] = [];
    if (anchor) {
      needs.push(this.question(anchor, "start"));
      if (tether.to === "item" && tether.edge === "end")
        needs.push(this.question(anchor, "length"));
    }
    const common = anchor ? this.commonLevel(anchor.level, level) : this.root;
    const ways = anchor ? [anchor.level, level] : [level];
    for (const way of ways)
      for (let at = way; at !== common && at.group; at = at.group.level)
        needs.push(this.question(at.group, "start"), this.question(at, "stops"));
    return needs;
  }

  /** Answers a question after all it needs; a list of what is open, so that deep chains cannot overflow. */
  private answer(first: Question): void {
    if (this.done.has(first)) return;
    const stack: Question[] = [first];
    this.open.add(first);
    while (stack.length > 0) {
      const question = stack.at(-1) as Question;
      question.needs ??= this.needsOf(question);
      const need = question.needs[question.next];
      if (!need) {
        this.settle(question);
        this.done.add(question);
        this.open.delete(question);
        stack.pop();
        continue;
      }
      question.next++;
      if (this.done.has(need)) continue;
      if (this.open.has(need)) {
        this.breakLoop(stack.slice(stack.indexOf(need)));
        continue;
      }
      this.open.add(need);
      stack.push(need);
    }
  }

  /** The items of a circle, and all that waits for them, start at 0. */
  private breakLoop(members: readonly Question[]): void {
    const ids = members.flatMap(({ about }) => ("item" in about ? [about.item.id] : []));
    this.loop = [...new Set(ids)];
    for (const { about, what } of members) if (what === "start") this.looped.add(about as Draft);
  }

  private readonly looped = new Set<Draft>();

  private settle({ about, what }: Question): void {
    if (what === "start") this.place(about as Draft);
    else if (what === "length") this.measure(about as Draft);
    else {
      const level = about as DraftLevel;
      level.stops = level.items
        .filter(({ item, disabled }) => item.type === "freeze" && !disabled)
        .map(({ item, start }): Stop => {
          const { frames, push = true, figures } = item as Freeze;
          return {
            at: start,
            length: (frames * 1000) / this.study.scene.frameRate,
            push,
            ...(figures ? { figures: new Set(figures) } : {}),
          };
        })
        .sort((a, b) => a.at - b.at);
    }
  }

  private place(draft: Draft): void {
    const { tether } = draft.item;
    if (this.looped.has(draft)) {
      draft.start = 0;
      return;
    }
    let base = 0;
    if (tether.to === "marker")
      base = this.into(draft.level, this.root, this.markers.get(tether.id) ?? 0);
    else if (tether.to !== "start") {
      const anchor = this.anchorOf(tether);
      if (anchor) {
        const common = this.commonLevel(anchor.level, draft.level);
        const time = anchor.start + this.anchorTime(tether, anchor);
        base = this.into(draft.level, common, this.outOf(anchor.level, common, time));
      }
    }
    draft.start = base + tether.offset;
  }

  /** Where in an anchor a tether hangs, ms from its start. What is endless has no end: its first round's. */
  private anchorTime(tether: Tether, anchor: Draft): number {
    if (tether.to === "key")
      return (this.keyPlaces().get(tether.id)?.time ?? 0) - beginningOf(anchor.item);
    if (tether.to !== "item" || tether.edge === "start") return 0;
    return Number.isFinite(anchor.whole) ? anchor.whole : anchor.shown;
  }

  private anchorOf(tether: Tether): Draft | undefined {
    if (tether.to === "item") return this.byId.get(tether.id);
    if (tether.to === "key") return this.keyPlaces().get(tether.id)?.tween;
    return undefined;
  }

  private keyPlaces(): Map<string, { tween: Draft; time: number }> {
    if (!this.keys) {
      this.keys = new Map();
      for (const draft of this.byId.values())
        if (draft.item.type === "tween")
          for (const { keys } of (draft.item as Tween).tracks)
            for (const key of keys) this.keys.set(key.id, { tween: draft, time: key.time });
    }
    return this.keys;
  }

  private commonLevel(a: DraftLevel, b: DraftLevel): DraftLevel {
    const above = new Set<DraftLevel>();
    for (let at: DraftLevel | undefined = a; at; at = at.group?.level) above.add(at);
    for (let at: DraftLevel | undefined = b; at; at = at.group?.level) if (above.has(at)) return at;
    return this.root;
  }

  /** A time of a level in one further out. */
  private outOf(level: DraftLevel, to: DraftLevel, time: number): number {
    let at = level;
    let out = time;
    while (at !== to && at.group) {
      const { start, item } = at.group;
      out = start + presentTime(at.stops, out) / rateOf(item as Group);
      at = at.group.level;
    }
    return out;
  }

  /** A time of a level in one further in. */
  private into(level: DraftLevel, from: DraftLevel, time: number): number {
    const way: DraftLevel[] = [];
    for (let at: DraftLevel = level; at !== from && at.group; at = at.group.level) way.push(at);
    let inside = time;
    for (const at of way.reverse()) {
      const { start, item } = at.group as Draft;
      const since = (inside - start) * rateOf(item as Group);
      inside = withinTime([{ kind: "stops", stops: feltStops(at.stops, undefined, 0) }], since);
    }
    return inside;
  }

  /** Lengths of an item; those of a group after those of its members. */
  private measure(draft: Draft): void {
    const { item } = draft;
    if (item.type === "tween") {
      const length = tweenLength(item);
      const offsets = staggerOffsets(this.study, item);
      const fan = offsets.length > 0 ? Math.max(...offsets) : 0;
      const passes = passesOf(item, length);
      draft.length = length;
      draft.passes = passes;
      draft.offsets = offsets;
      draft.whole = fan + (passes ? activeLength(passes) : length);
      draft.shown = fan + (passes ? shownLength(passes) : length);
    } else if (item.type === "group" && draft.inside) {
      // Members may all be over before the group starts; only its passes cannot be shorter than nothing.
      let end = Number.NEGATIVE_INFINITY;
      let endless = false;
      for (const member of draft.inside.items) {
        if (member.disabled && !draft.disabled) continue;
        endless ||= member.whole === Number.POSITIVE_INFINITY;
        end = Math.max(end, member.start + member.shown);
      }
      if (end === Number.NEGATIVE_INFINITY) end = 0;
      const over = presentTime(draft.inside.stops, end, true);
      const length = Math.max(over, 0);
      const passes = passesOf(item, length);
      const rate = rateOf(item);
      draft.length = length;
      draft.passes = passes;
      const whole = passes ? activeLength(passes) : endless ? Number.POSITIVE_INFINITY : over;
      draft.whole = whole / rate;
      draft.shown = (passes ? shownLength(passes) : over) / rate;
    } else if (item.type === "freeze" && item.push === false) {
      // One that pushes lasts as long as it pushes back what comes after it.
      draft.shown = (item.frames * 1000) / this.study.scene.frameRate;
      draft.whole = draft.shown;
    } else if (item.type === "shake") {
      draft.length = item.duration;
      draft.whole = item.duration;
      draft.shown = item.duration;
    }
  }

  placements(): Placements {
    const { byId, root, loop } = this;
    const linksTo: Placements["linksTo"] = (placed, figure, place) => {
      const { item, offsets } = placed;
      if (offsets.length === 0 || figure === undefined || item.type !== "tween")
        return linksInto(placed, figure);
      return linksInto(placed, figure, offsets[place ?? item.figures.indexOf(figure)] ?? 0);
    };
    const find = (id: string) => byId.get(id) as Placed | undefined;
    return {
      byId: byId as ReadonlyMap<string, Placed>,
      root: root as Level,
      loop,
      startOf: (id) => {
        const placed = find(id);
        return placed ? outerTime(linksInto(placed), beginningOf(placed.item)) : 0;
      },
      outer: (id, within, figure) => {
        const placed = find(id);
        return placed ? outerTime(linksTo(placed, figure), within) : within;
      },
      within: (id, t, figure) => {
        const placed = find(id);
        return placed ? withinTime(linksTo(placed, figure), t) : t;
      },
      linksTo,
    };
  }
}

/** One round of what is endless: two passes where every second one runs back. */
function shownLength(passes: Passes): number {
  const whole = activeLength(passes);
  if (Number.isFinite(whole)) return whole;
  const round = passes.direction === "normal" || passes.direction === "reverse" ? 1 : 2;
  return round * (passes.length + passes.pause);
}
