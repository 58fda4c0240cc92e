import type { LiveEvent, LiveResponse } from "../../study/index.ts";
import { AT_ONCE, type curveDecay, type Decay, type springDecay } from "../kernel/decay.ts";
import { createEngine, type Part } from "../kernel/engine.ts";
import { LiveChannel, stillGoal } from "../kernel/liveChannel.ts";
import type { Driven, Note, World } from "../kernel/world.ts";
import type { PageStudy } from "../pageStudy.ts";

/** What the module is told. */
export interface LiveOptions {
  /** What goes at once, without moving; "auto" asks what the person prefers. */
  readonly reduced?: boolean | "auto";
  /** Told of what happens: events, and what becomes of responses, by their ids. */
  readonly note?: Note;
  /** The time in ms, in place of that of the events and the frames. */
  readonly now?: () => number;
}

/** What the module gives back. */
export interface LiveControls {
  /** Does something: a press, a key, or a lever that is moved. */
  send(event: LiveEvent): void;
  /** Shows the scene as it is now. */
  paint(): void;
  /** Answers no more. */
  stop(): void;
}

/** What a module needs of the runtime for its study; what is absent is not needed. */
export interface PageParts {
  readonly parts: readonly Part[];
  /** What the world is made of that needs nothing of the page. */
  readonly world: Pick<World, "thens" | "isIn" | "shareOf">;
  readonly turn?: Driven["turn"];
  readonly hold?: Driven["hold"];
  readonly spring?: typeof springDecay;
  readonly curve?: typeof curveDecay;
  /** The curve with a number, in the study's list. */
  readonly easing?: (study: PageStudy, number: number) => PageEasing;
  /** Whether what has a test is seen: see `PageProperty`. */
  readonly isSeen?: (test: 0 | 1 | -1, values: readonly number[]) => boolean;
  /** What begins with it: levers, followers, what hears events and what asks where something is. */
  readonly uses: readonly ((page: Page, world: World) => void)[];
}

/** A curve and its slope. */
export type PageEasing = Parameters<typeof curveDecay>[0];

/** The page, for what begins with it. */
export interface Page {
  readonly study: PageStudy;
  readonly scene: HTMLElement;
  readonly isStill: boolean;
  /** The elements of the figures, by their ids. */
  readonly elements: ReadonlyMap<string | null, HTMLElement>;
  readonly all: readonly Driven[];
  /** Of channels and levers, the pieces that move. */
  readonly moving: LiveChannel[];
  /** The figures that an element belongs to, the innermost first. */
  figuresAt(element: Element | null | undefined): string[];
  /** A channel that is driven from now on. */
  drive(slot: number): Driven;
  /** Hears events of the page until it is stopped. */
  on(types: string, hears: (event: never) => void, target?: EventTarget): void;
  send(event: LiveEvent, at?: Event): void;
  /** Shows the scene as it is at a time, ms of Live. */
  paint(time: number): void;
}

/** Runs a study that answers on the elements of a page. */
export function runLive(
  study: PageStudy,
  scene: HTMLElement,
  { reduced = "auto", note, now }: LiveOptions,
  { parts, uses, world: own, turn, hold, spring, curve: along, easing, isSeen }: PageParts,
): LiveControls {
  const clock = now ?? (() => performance.now());
  const begin = clock();
  const isStill =
    reduced === "auto" ? matchMedia("(prefers-reduced-motion: reduce)").matches : reduced;
  const find = (selector: string) => scene.querySelector<HTMLElement>(selector);
  const elements = new Map<string | null, HTMLElement>();
  for (const [id, [selector, style]] of Object.entries(study.figures)) {
    const element = find(selector);
    if (!element) continue;
    element.style.cssText += style;
    elements.set(id, element);
  }
  scene.style.touchAction = study.touch;
  const shown = study.shown.map(([selector, ...rest]) => ({
    ...{ element: find(selector), rest, text: "" },
  }));
  const all = study.channels.map(
    ([, , kind, step, scale, ...rest], slot): Driven => ({
      ...{ slot, scale, pose: null },
      channel: new LiveChannel(stillGoal(rest), rest.length, step),
      turn: kind === 1 ? turn : undefined,
      hold: kind === 2 ? hold : undefined,
    }),
  );
  const moving = all.map(({ channel }) => channel);
  const driven = new Map<number, Driven>();

  let frame = 0;
  let timer = 0;
  const stopped = new AbortController();
  const timeAt = (at?: Event) =>
    Math.max((at && !now ? at.timeStamp : clock()) - begin, engine.horizon);
  const wake = () => {
    if (frame === 0)
      frame = requestAnimationFrame(() => {
        frame = 0;
        show();
      });
  };
  const show = (): void => {
    const time = timeAt();
    engine.advance(time);
    page.paint(time);
    let moves = false;
    for (const { pieces } of moving) {
      // What nothing asks for any more is let go of; the rate of a speed is measured over the ms before.
      while ((pieces[1]?.begin ?? time) < time - study.lag - 1) pieces.shift();
      moves ||= (pieces.at(-1)?.end ?? 0) + study.lag > time;
    }
    clearTimeout(timer);
    if (stopped.signal.aborted) return;
    if (moves) wake();
    else if (Number.isFinite(engine.next)) timer = window.setTimeout(wake, engine.next - time);
  };

  const page: Page = {
    ...{ study, scene, isStill, elements, all, moving },
    figuresAt: (element) =>
      [...elements]
        .filter(([, each]) => element && each.contains(element))
        .sort(([, one], [, other]) => (one.contains(other) ? 1 : -1))
        .map(([id]) => id as string),
    drive(slot) {
      const one = all[slot] as Driven;
      driven.set(slot, one);
      return one;
    },
    on(types, hears, target = document) {
      const { signal } = stopped;
      for (const type of types.split(" "))
        target.addEventListener(type, hears as (event: Event) => void, { capture: true, signal });
    },
    send(event, at) {
      engine.send(timeAt(at), event);
      wake();
    },
    paint(time) {
      for (const each of shown) {
        const [property, pieces, test] = each.rest;
        const values = pieces.map((piece) =>
          typeof piece === "string" ? piece : moving[piece >> 2]?.value(time, piece & 3),
        );
        const text =
          test === undefined
            ? values.join("")
            : isSeen?.(test, values as number[])
              ? "inherit"
              : "hidden";
        if (each.text !== text) each.element?.style.setProperty(property, text);
        each.text = text;
      }
    },
  };

  const world: World = {
    ...own,
    ...{ driven, note, size: study.size },
    responses: study.responses as unknown as readonly LiveResponse[],
    channelsOfPose: (id) =>
      (study.poses[id] ?? []).map(([slot, ...values]) => ({ driven: page.drive(slot), values })),
    decayOf({ curve, duration }, share): Decay {
      const way = curve as unknown as PageStudy["responses"][number]["how"]["curve"];
      const length = (duration * share) / 1000;
      if (isStill) return AT_ONCE;
      if (typeof way !== "number") return spring?.(...way) ?? AT_ONCE;
      return (length > 0 && easing && along?.(easing(study, way), length)) || AT_ONCE;
    },
    chain: (figure) => [...page.figuresAt(elements.get(figure)), null],
  };
  const engine = createEngine(world, parts);
  for (const use of uses) use(page, world);
  show();
  return { send: page.send, paint: show, stop: () => stopped.abort() };
}
