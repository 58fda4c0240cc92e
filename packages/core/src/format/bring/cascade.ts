import type { Unread, WebElement } from "./brought.ts";
import { animationsOf, type Reading, transitionsOf } from "./cssMotion.ts";
import { compareLayers } from "./layers.ts";
import { nameOfSubject, partsOf, type ReadSelector, selectorOf, subjectKey } from "./selectors.ts";
import { type Rule, type Sheet, say } from "./styleSheet.ts";

/** The elements that rules are about, each with its animations and transitions. */
export function elementsOf({ rules, keyframes }: Sheet, unread: Unread[]): WebElement[] {
  const root = new Map<string, string>();
  const bySubject = new Map<string, Set<Rule>>();
  const subjects = new Map<string, readonly string[]>();
  for (const rule of rules)
    for (const { subject, isRoot } of rule.selectors) {
      if (isRoot)
        for (const [name, value] of rule.declared.plain)
          if (name.startsWith("--")) root.set(name, value);
      if (subject.length === 0) continue;
      const key = subjectKey(subject);
      subjects.set(key, subject);
      const own = bySubject.get(key) ?? new Set();
      bySubject.set(key, own.add(rule));
    }
  const used = new Set<string>();
  const read = [...subjects].map(([key, subject]) => {
    const own = new Set(partsOf(subject).flatMap((part) => [...(bySubject.get(part) ?? [])]));
    const list: Unread[] = [];
    const element = elementOf(subject, [...own], { root, keyframes, used, unread: list });
    return { key, subject, own, list, element };
  });
  // What another subject says more exactly is not an element of its own: `.chip` beside `.chip.one`.
  const isPart = new Set<string>();
  for (const { key, subject, element } of read)
    if (element) for (const part of partsOf(subject)) if (part !== key) isPart.add(part);
  const elements = read.filter(({ key }) => !isPart.has(key));
  const moving = new Set<Rule>();
  for (const { own, element, list } of elements) {
    unread.push(...list);
    if (element) for (const rule of own) moving.add(rule);
  }
  for (const rule of rules) {
    const said = [...rule.declared.plain.keys()].find((name) => LONGHAND.test(name));
    if (said && !moving.has(rule) && rule.selectors.some(({ subject }) => subject.length > 0))
      unread.push({
        place: `line ${rule.line}`,
        what: `${said} of ${rule.text}`,
        why: "no animation is declared for these elements",
      });
  }
  for (const [name, { line }] of keyframes)
    if (!used.has(name))
      unread.push({ place: `line ${line}`, what: `@keyframes ${name}`, why: "nothing uses them" });
  return elements.flatMap(({ element }) => element ?? []);
}

/** What changes an animation that is said elsewhere. */
const LONGHAND = /^animation-(?!name$)/;

/** One element with what moves it, from the rules that are about it; undefined where nothing does. */
function elementOf(
  subject: readonly string[],
  rules: Rule[],
  sheet: Reading,
): WebElement | undefined {
  const key = new Set(partsOf(subject));
  const matching = ({ selectors }: Rule) =>
    selectors.filter((each) => key.has(subjectKey(each.subject)));
  const weight = (rule: Rule) => Math.max(...matching(rule).map(({ specificity }) => specificity));
  const weighed = rules.map((rule) => ({ rule, weight: weight(rule) }));
  /** What is important counts the other way round among layers. */
  const inOrder = (sign: 1 | -1) =>
    weighed
      .toSorted(
        (a, b) =>
          sign * compareLayers(a.rule.layer, b.rule.layer) ||
          a.weight - b.weight ||
          a.rule.order - b.rule.order,
      )
      .map(({ rule }) => rule);
  const cascade = inOrder(1);
  const isPlain = (rule: Rule) => matching(rule).some(({ isState }) => !isState);
  const isTransition = ({ declared }: Rule) =>
    [...declared.plain.keys()].some((name) => name.startsWith("transition"));
  const running = cascade.findLast(
    ({ declared }) => hasAnimation(declared.plain) || hasAnimation(declared.important),
  );
  if (!running && !cascade.some(isTransition)) return undefined;
  const declared = new Map(sheet.root);
  const plain = cascade.filter(isPlain);
  for (const { declared: each } of plain)
    for (const [name, value] of each.plain) say(declared, name, value);
  for (const { declared: each } of inOrder(-1).filter(isPlain))
    for (const [name, value] of each.important) say(declared, name, value);
  // What is begun by hovering and the like moves here from the start.
  const moving = new Map(declared);
  if (running && !isPlain(running))
    for (const [name, value] of running.declared.plain) say(moving, name, value);
  const animations = running ? animationsOf(moving, running.line, sheet) : [];
  const moved = cascade.find((rule) => !isPlain(rule) && !hasAnimation(rule.declared.plain));
  if (moved) animations.push(...transitionsOf(declared, moved));
  if (animations.length === 0) return undefined;
  if (cascade.some((rule) => matching(rule).some(({ isFace }) => isFace))) {
    sheet.unread.push({
      place: `line ${cascade[0]?.line}`,
      what: subject.join(""),
      why: "faces of a card are drawn by the card itself",
    });
    return undefined;
  }
  const origin = running && { origin: originOf(running, subject, matching(running)) };
  return { name: nameOfSubject(subject), declared, animations, ...origin };
}

/** The rule that animates an element, as its motion leaves again; one that others share gets a selector of its own. */
function originOf(
  { selectors, written }: Rule,
  subject: readonly string[],
  matching: readonly ReadSelector[],
): NonNullable<WebElement["origin"]> {
  const own = matching.find((each) => subjectKey(each.subject) === subjectKey(subject));
  const isShared = selectors.length > 1 || !own;
  const selector = own?.text ?? selectorOf(subject);
  // What a shared rule declares stays where it is: all whom it is about have it.
  return { selector, declarations: isShared ? [] : written };
}

const hasAnimation = (declared: ReadonlyMap<string, string>) =>
  (declared.has("animation") && declared.get("animation") !== "none") ||
  declared.has("animation-name");
