import { checkCurve, checkNumber } from "../curve/index.ts";
import { cycleText, type Fault, FaultList, shortValue } from "../fault/index.ts";
import type {
  ChannelId,
  Follower,
  Key,
  SequenceItem,
  Study,
  Track,
  Tween,
} from "../study/index.ts";
import {
  type ChannelDefinition,
  eachTween,
  findChannel,
  findLever,
  followsLever,
  spacePathOf,
} from "../study/index.ts";
import { placeItems } from "../timeline/index.ts";
import { checkLive } from "./checkLive.ts";
import { LARGEST_NUMBER } from "./plain.ts";
import {
  checkEither,
  checkValue,
  circlesOf,
  collect,
  dangling,
  duplicate,
  type Names,
} from "./references.ts";

/**
 * Checks what no single object can show, in a study whose shape is valid: ids that refer to nothing or are used twice,
 * keys out of order, values of the wrong type, curves out of range, cycles of parents, tethers and followers. An empty
 * list means the study is valid. At most `most` faults are reported.
 */
export function checkStudy(study: Study, most = 50): readonly Fault[] {
  const faults = new FaultList(most);
  let allKeys: ReadonlySet<string> | undefined;
  const names: Names = {
    figures: collect(study.figures, "figures", faults),
    curves: collect(study.curves, "curves", faults),
    markers: collect(study.markers, "markers", faults),
    items: collectItems(study.sequence, "sequence", new Set(), faults),
    keys: () => {
      allKeys ??= new Set(
        [...eachTween(study.sequence)].flatMap(({ tracks }) =>
          tracks.flatMap((track) => track.keys.map(({ id }) => id)),
        ),
      );
      return allKeys;
    },
  };
  checkFigures(study, names, faults);
  study.curves.forEach((shared, i) => {
    faults.push(...checkCurve(shared.curve, `curves[${i}].curve`));
  });
  const keys = new Set<string>();
  checkItems(study.sequence, "sequence", names, keys, faults);
  checkFollowers(study, names, faults);
  if (study.live) checkLive(study, study.live, names, faults);
  // A study with faults cannot be placed in time.
  if (faults.all.length > 0) return faults.all;
  const { loop, byId } = placeItems(study);
  // Reported at an item with a tether to another: a group that waits for its own member may have none.
  const first = loop.find((id) => byId.get(id)?.item.tether.to !== "start") ?? loop[0];
  if (first !== undefined)
    faults.push(
      tetherLoop(
        loop.map((id) => byId.get(id)?.item.name ?? id),
        `${pathOf(study.sequence, first, "sequence")}`,
      ),
    );
  return faults.all;
}

/**
 * The cycles of parents, followers and tethers of a document that has not been checked yet: found quickly however
 * large it is, where the full check takes a while.
 */
export function circlesIn(document: object, most: number): readonly Fault[] {
  const faults = new FaultList(most);
  const { figures, followers } = document as Partial<Record<"figures" | "followers", unknown>>;
  const parentOf = new Map<string, string | null>();
  const indexOf = new Map<string, number>();
  const field = (value: unknown, name: string): unknown =>
    typeof value === "object" && value !== null
      ? (value as Record<string, unknown>)[name]
      : undefined;
  const text = (value: unknown): string => (typeof value === "string" ? value : "");
  for (const [i, figure] of (Array.isArray(figures) ? figures : []).entries()) {
    parentOf.set(text(field(figure, "id")), text(field(figure, "parent")) || null);
    indexOf.set(text(field(figure, "id")), i);
  }
  // Duplicate ids are a fault of their own, which the full check reports.
  if (Array.isArray(figures) && parentOf.size === figures.length)
    for (const circle of circlesOf(parentOf)) faults.push(parentLoop(circle, indexOf));
  const sourceOf = new Map<string, string | null>();
  const placeOf = new Map<string, number>();
  const said = new Map<string, string>();
  // By index: an id may be long, and joining it with a channel makes a new text that has to be hashed again.
  const numberOf = new Map<string, number>();
  const nameOf = (of: unknown) => {
    const figure = text(field(of, "figure"));
    const channel = text(field(of, "channel"));
    const number = numberOf.get(figure) ?? numberOf.size;
    numberOf.set(figure, number);
    const name = `${number} ${channel}`;
    if (!said.has(name)) said.set(name, `${figure} ${channel}`);
    return name;
  };
  for (const [i, follower] of (Array.isArray(followers) ? followers : []).entries()) {
    const name = nameOf(follower);
    sourceOf.set(name, nameOf(field(follower, "source")));
    placeOf.set(name, i);
  }
  for (const circle of circlesOf(sourceOf))
    faults.push(followerLoop(circle, placeOf, (name) => said.get(name) ?? name));
  const anchorOf = new Map<string, string | null>();
  const pathOfItem = new Map<string, string>();
  let count = 0;
  const enter = (items: unknown, path: string): void => {
    for (const [i, item] of (Array.isArray(items) ? items : []).entries()) {
      const tether = field(item, "tether");
      const id = text(field(item, "id"));
      count++;
      anchorOf.set(id, field(tether, "to") === "item" ? text(field(tether, "id")) || null : null);
      pathOfItem.set(id, `${path}[${i}]`);
      enter(field(item, "items"), `${path}[${i}].items`);
    }
  };
  enter((document as { sequence?: unknown }).sequence, "sequence");
  for (const circle of anchorOf.size === count ? circlesOf(anchorOf) : [])
    faults.push(tetherLoop(circle, `${pathOfItem.get(circle[0] as string)}`));
  return faults.all;
}

function tetherLoop(names: readonly string[], path: string): Fault {
  return {
    code: "tether-loop",
    path: `${path}.tether`,
    message: `Found a circle of tethers: ${cycleText(names.map((name) => `“${name}”`))}.`,
    cure: "Tether one of them to the study's start.",
  };
}

function parentLoop(circle: readonly string[], indexOf: ReadonlyMap<string, number>): Fault {
  return {
    code: "parent-loop",
    path: `figures[${indexOf.get(circle[0] as string)}].parent`,
    message: `Found a circle of parents: ${cycleText(circle)}.`,
    cure: "Let one of them stand in the scene (parent null).",
  };
}

function followerLoop(
  circle: readonly string[],
  indexOf: ReadonlyMap<string, number>,
  wordsOf: (name: string) => string,
): Fault {
  return {
    code: "follower-loop",
    path: `followers[${indexOf.get(circle[0] as string)}].source`,
    message: `Found a circle of followers: ${cycleText(circle.map(wordsOf))}.`,
    cure: "Let one of them follow something else.",
  };
}

/** The path of an item of the sequence in the document. */
function pathOf(items: readonly SequenceItem[], id: string, path: string): string | undefined {
  for (const [i, item] of items.entries()) {
    const here = `${path}[${i}]`;
    if (item.id === id) return here;
    const inside = item.type === "group" ? pathOf(item.items, id, `${here}.items`) : undefined;
    if (inside) return inside;
  }
  return undefined;
}

function collectItems(
  items: readonly SequenceItem[],
  path: string,
  seen: Set<string>,
  faults: FaultList,
): Set<string> {
  items.forEach((item, i) => {
    if (seen.has(item.id)) faults.push(duplicate(`${path}[${i}].id`, item.id));
    seen.add(item.id);
    if (item.type === "group") collectItems(item.items, `${path}[${i}].items`, seen, faults);
  });
  return seen;
}

function checkFigures(study: Study, names: Names, faults: FaultList): void {
  const parentOf = new Map(study.figures.map((figure) => [figure.id, figure.parent]));
  study.figures.forEach((figure, i) => {
    const path = `figures[${i}]`;
    if (figure.parent !== null && !names.figures.has(figure.parent))
      faults.push(dangling(`${path}.parent`, "figure", figure.parent));
    const { css } = figure;
    const listed = {
      rest: figure.rest,
      "css.apart": css?.apart ?? {},
      "css.rest": css?.rest ?? {},
    };
    for (const [list, values] of Object.entries(listed))
      for (const [id, value] of Object.entries(values)) {
        const channel = findChannel(id);
        // A name that is no channel is a field that this version does not know: kept as it is, like all of them.
        if (channel) faults.push(...checkValue(value, channel, `${path}.${list}.${id}`));
      }
  });
  const indexOf = new Map(study.figures.map(({ id }, i) => [id, i]));
  for (const circle of circlesOf(parentOf)) faults.push(parentLoop(circle, indexOf));
}

function checkItems(
  items: readonly SequenceItem[],
  path: string,
  names: Names,
  keys: Set<string>,
  faults: FaultList,
): void {
  items.forEach((item, i) => {
    if (faults.isFull) return;
    const here = `${path}[${i}]`;
    const { tether } = item;
    if (tether.to === "marker" && !names.markers.has(tether.id))
      faults.push(dangling(`${here}.tether.id`, "marker", tether.id));
    if (tether.to === "item" && !names.items.has(tether.id))
      faults.push(dangling(`${here}.tether.id`, "sequence item", tether.id));
    if (tether.to === "key" && !names.keys().has(tether.id))
      faults.push(dangling(`${here}.tether.id`, "key", tether.id));
    if (item.type === "freeze" || item.type === "shake")
      item.figures?.forEach((id, at) => {
        if (!names.figures.has(id)) faults.push(dangling(`${here}.figures[${at}]`, "figure", id));
      });
    if (item.type === "shake" && item.fade)
      faults.push(...checkEither(item.fade, names, `${here}.fade`));
    if (item.type === "group") checkItems(item.items, `${here}.items`, names, keys, faults);
    if (item.type === "tween") checkTween(item, here, names, keys, faults);
  });
}

function checkTween(
  tween: Tween,
  path: string,
  names: Names,
  keys: Set<string>,
  faults: FaultList,
): void {
  tween.figures.forEach((id, i) => {
    if (!names.figures.has(id)) faults.push(dangling(`${path}.figures[${i}]`, "figure", id));
  });
  const { stagger } = tween;
  if (stagger?.order === "front" && !stagger.front)
    faults.push({
      code: "no-front",
      path: `${path}.stagger.front`,
      message: "Found a stagger by a front, and no front.",
      cure: "Place a front, or let the figures start in list order.",
    });
  if (stagger?.front?.curve)
    faults.push(...checkEither(stagger.front.curve, names, `${path}.stagger.front.curve`));
  if (tween.clip && tween.clip.to < tween.clip.from)
    faults.push({
      code: "clip-backwards",
      path: `${path}.clip`,
      message: `Found a part that ends at ${tween.clip.to}, before it begins at ${tween.clip.from}.`,
      cure: "Let it end no earlier than it begins.",
    });
  const driven = new Set<string>();
  tween.tracks.forEach((track, i) => {
    const here = `${path}.tracks[${i}]`;
    if (driven.has(track.channel))
      faults.push({
        code: "duplicate-track",
        path: `${here}.channel`,
        message: `Found ${shortValue(track.channel)} a second time in this tween.`,
        cure: "Put its keys on one track, or in a tween of their own.",
      });
    driven.add(track.channel);
    checkTrack(track, here, names, keys, faults);
  });
  if (tween.path) checkPath(tween, path, faults);
}

/** Checks that the two tracks of a path have keys in pairs; otherwise x and y play as two curves. */
function checkPath(tween: Tween, path: string, faults: FaultList): void {
  if (spacePathOf(tween)) return;
  faults.push({
    code: "path-not-paired",
    path: `${path}.path`,
    message: "Found a path whose keys of x and y are not pairs of one time.",
    cure: "Give x and y the same number of keys, at the same times, both absolute or both relative.",
  });
}

function checkTrack(
  track: Track,
  path: string,
  names: Names,
  seen: Set<string>,
  faults: FaultList,
): void {
  const channel = findChannel(track.channel);
  if ((channel?.kind === "color" || channel?.kind === "switch") && track.mode === "relative")
    faults.push({
      code: `relative-${channel.kind}`,
      path: `${path}.mode`,
      message: `Found a relative track of ${channel.kind === "color" ? "colors" : "switches"}.`,
      cure: "Make it absolute: these are not added to each other.",
    });
  let before = 0;
  track.keys.forEach((key, i) => {
    if (faults.isFull) return;
    const here = `${path}.keys[${i}]`;
    if (seen.has(key.id)) faults.push(duplicate(`${here}.id`, key.id));
    seen.add(key.id);
    const late = checkNumber(key.time, `${here}.time`, { min: 0, max: LARGEST_NUMBER });
    faults.push(...late);
    if (late.length === 0 && key.time < before)
      faults.push({
        code: "keys-out-of-order",
        path: `${here}.time`,
        message: `Found ${key.time} after ${before}.`,
        cure: "Put the keys in order of their times.",
      });
    if (late.length === 0) before = Math.max(before, key.time);
    if (channel) faults.push(...checkKeyValue(key, channel, `${here}.value`));
    if (key.curve !== undefined) faults.push(...checkEither(key.curve, names, `${here}.curve`));
  });
}

function checkKeyValue(key: Key, channel: ChannelDefinition, path: string): Fault[] {
  if (typeof key.value === "object" && key.value !== null && key.value.found === true) return [];
  return checkValue(key.value, channel, path);
}

function checkFollowers(study: Study, names: Names, faults: FaultList): void {
  const sourceOf = new Map<string, string | null>();
  const figureName = new Map(study.figures.map(({ id, name }) => [id, name]));
  const said = new Map(
    study.followers.map(({ figure, channel }) => [
      `${figure} ${channel}`,
      `“${figureName.get(figure) ?? figure}” ${findChannel(channel)?.label ?? channel}`,
    ]),
  );
  const nameOf = (figure: string, channel: string) => `${figure} ${channel}`;
  study.followers.forEach((follower, i) => {
    const path = `followers[${i}]`;
    if (!names.figures.has(follower.figure))
      faults.push(dangling(`${path}.figure`, "figure", follower.figure));
    const { source } = follower;
    checkFollowed(follower, path, names, faults);
    if (followsLever(source)) {
      if (!findLever(study, source.lever))
        faults.push(dangling(`${path}.source.lever`, "lever", source.lever));
      return;
    }
    if (!names.figures.has(source.figure))
      faults.push(dangling(`${path}.source.figure`, "figure", source.figure));
    sourceOf.set(nameOf(follower.figure, follower.channel), nameOf(source.figure, source.channel));
  });
  const indexOf = new Map(
    study.followers.map(({ figure, channel }, i) => [nameOf(figure, channel), i]),
  );
  for (const circle of circlesOf(sourceOf))
    faults.push(followerLoop(circle, indexOf, (name) => said.get(name) ?? name));
}

/** Checks the channels of a follower: both must be numeric. */
function checkFollowed(follower: Follower, path: string, names: Names, faults: FaultList): void {
  const places: [ChannelId, string][] = [[follower.channel, `${path}.channel`]];
  if (!followsLever(follower.source))
    places.push([follower.source.channel, `${path}.source.channel`]);
  for (const [id, at] of places) {
    const kind = findChannel(id)?.kind;
    if (kind !== "color" && kind !== "switch") continue;
    faults.push({
      code: "not-followed",
      path: at,
      message: `Found ${shortValue(id)}, which is no number.`,
      cure: "Follow a channel of numbers with a channel of numbers.",
    });
  }
  if (follower.curve) faults.push(...checkEither(follower.curve, names, `${path}.curve`));
}
