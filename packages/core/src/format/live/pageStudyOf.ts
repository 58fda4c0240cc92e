import { type Curve, compileCurve, isSpring, landmarksOf, physicsOf } from "../../curve/index.ts";
import {
  finiteSlopes,
  LiveState,
  type PageChannel,
  type PageCurve,
  type PageFollower,
  type PageLever,
  type PageProperty,
  type PageResponse,
  type PageStudy,
  stepOf,
} from "../../live/index.ts";
import { followerMap } from "../../motion/index.ts";
import {
  CHANNELS,
  type ChannelId,
  channelOf,
  clampShown,
  type Figure,
  followsLever,
  followsPointer,
  NO_LIVE,
  PERSPECTIVE,
  restValue,
  type Study,
} from "../../study/index.ts";
import { extentOf, readColor } from "../../value/index.ts";
import {
  CSS_PROPERTIES,
  type CssProperty,
  combine,
  cssUnit,
  isNeverNegative,
} from "../css/cssProperties.ts";
import { propertyTexts } from "../css/poseCss.ts";
import { piecesOf } from "../function/pieces.ts";

/** The difference of a curve's polynomials from it, of its way; and the shortest of them. */
const TOLERANCE = 1e-7;
const LEAST = 1e-5;
/** How far beyond its range a follower's map goes on, in widths of the range: farther than anything is followed. */
const BEYOND = 1e6;

/** The channels that something drives live, or that follow, by figure; in the order of the figures. */
export function liveChannels({ state, study }: { state: LiveState; study: Study }) {
  const found = new Map<string, Set<ChannelId>>();
  const add = (figure: string, channel: ChannelId) => {
    const channels = found.get(figure) ?? new Set();
    found.set(figure, channels.add(channel));
  };
  for (const { values } of (study.live ?? NO_LIVE).poses)
    for (const [figure, channels] of Object.entries(values))
      for (const channel of Object.keys(channels)) add(figure, channel as ChannelId);
  for (const { then } of state.responses)
    for (const each of then) {
      if (each.do === "aim") for (const channel of each.channels) add(each.figure, channel);
      if (each.do === "by") add(each.figure, each.channel);
    }
  for (const { follower } of state.motion.followers) {
    add(follower.figure, follower.channel);
    if (!followsLever(follower.source)) add(follower.source.figure, follower.source.channel);
  }
  return study.figures.flatMap(({ id }) =>
    CHANNELS.filter((channel) => found.get(id)?.has(channel.id)).map((channel) => ({
      ...{ figure: id, channel },
    })),
  );
}

/** The figures that Live moves, and those that it has to find on a page. */
export function liveFigures(study: Study): ReadonlySet<string> {
  const state = new LiveState(study);
  const found = new Set(liveChannels({ state, study }).map(({ figure }) => figure));
  for (const { when } of state.responses)
    if ("figure" in when && when.figure !== null) found.add(when.figure);
  for (const { of } of (study.live ?? NO_LIVE).levers)
    if ("figure" in of && of.figure !== null) found.add(of.figure);
  return found;
}

/**
 * The data of a module: everything of a study that can be known before anything is done.
 *
 * @param selectorOf by figure id
 * @param leaves whether a figure is found and moved on the page
 */
export function pageStudyOf(
  study: Study,
  selectorOf: Readonly<Record<string, string>>,
  leaves: (figure: Figure) => boolean,
): PageStudy {
  const state = new LiveState(study);
  const live = study.live ?? NO_LIVE;
  const { motion, rest } = state;
  const listed = liveChannels({ state, study });
  const slots = new Map(listed.map((each, slot) => [`${each.figure} ${each.channel.id}`, slot]));
  const slotOf = (figure: string, channel: string) => slots.get(`${figure} ${channel}`) as number;
  const colorOf = (figure: Figure) =>
    readColor(String(restValue(figure, "color")), "oklab") ?? [0, 0, 0, 1];
  const curves: PageCurve[] = [];
  const written = new Map<string, number>();
  const numberOf = (curve: Curve): number => {
    const key = JSON.stringify(curve);
    const known = written.get(key) ?? curves.push(curvePieces(curve)) - 1;
    written.set(key, known);
    return known;
  };
  const channels = listed.map(({ figure, channel }): PageChannel => {
    const index = motion.figureIndex(figure);
    const { id, kind, unit } = channel;
    const values =
      kind === "color"
        ? colorOf(study.figures[index] as Figure)
        : [rest[motion.slot(index, id)] as number];
    const written = kind === "angle" ? 1 : kind === "switch" ? 2 : 0;
    return [figure, id, written, stepOf(unit), unit === "" ? 100 : 1, ...values];
  });
  const poses = Object.fromEntries(
    live.poses.map((pose) => [
      pose.id,
      state.channelsOfPose(pose.id).map(({ driven, values }) => {
        const { index, id } = state.driven.get(driven.slot) as { index: number; id: ChannelId };
        return [slotOf(study.figures[index]?.id ?? "", id), ...values] as const;
      }),
    ]),
  );
  const responses = state.responses.map(({ how, then, ...response }): PageResponse => {
    const { curve } = state.curves.of({ curve: how.curve });
    const { stiffness, damping, mass } = isSpring(curve) ? physicsOf(curve) : NO_SPRING;
    return {
      ...response,
      then: then.filter((each) => each.do !== "play" && each.do !== "seek"),
      how: { ...how, curve: isSpring(curve) ? [stiffness, damping, mass] : numberOf(curve) },
    };
  });
  const followers = motion.followers.map(({ follower }): PageFollower => {
    const { source, of, lag = 0 } = follower;
    const map = followerMap(follower, state.curves.of(follower).compiled);
    const curve = curves.push(mapPieces(follower, map, state.curves.of(follower).curve)) - 1;
    const from = followsLever(source) ? source.lever : slotOf(source.figure, source.channel);
    return [slotOf(follower.figure, follower.channel), from, curve, of, lag];
  });
  /** Whether a color never shows what is behind it. */
  const isOpaque = (slot: number): boolean =>
    channels[slot]?.[8] === 1 &&
    Object.values(poses).every((pose) =>
      pose.every(([at, ...values]) => at !== slot || values[3] === 1),
    );
  return {
    size: [study.scene.width, study.scene.height],
    touch: live.levers.some(followsPointer) ? "none" : "manipulation",
    figures: Object.fromEntries(
      study.figures
        .map((figure, index) => ({ figure, index }))
        .filter(({ figure }) => leaves(figure))
        .map(({ figure, index }) => [
          figure.id,
          [selectorOf[figure.id] as string, restStyle(state, index)] as const,
        ]),
    ),
    pressable: [
      ...new Set(
        state.responses.flatMap(({ when }) =>
          "figure" in when &&
          when.figure !== null &&
          ["press", "release", "double-press", "hold"].includes(when.on)
            ? [when.figure]
            : [],
        ),
      ),
    ],
    ...{ channels, poses, responses, followers, curves },
    levers: live.levers.map((lever) => pageLever(lever, state)),
    shown: study.figures.flatMap((figure, index) =>
      leaves(figure)
        ? shownOf(
            ...([study, figure, selectorOf[figure.id] as string] as const),
            (channel) =>
              slots.has(`${figure.id} ${channel}`)
                ? slotOf(figure.id, channel)
                : (rest[motion.slot(index, channel)] as number).toString(),
            isOpaque,
          )
        : [],
    ),
    lag: motion.followers.reduce((sum, { follower }) => sum + (follower.lag ?? 0), 0),
  };
}

const NO_SPRING = { stiffness: 0, damping: 0, mass: 0 };

/** How a figure stands before anything was done. */
function restStyle({ motion, rest }: LiveState, index: number): string {
  const written = propertyTexts(motion, rest, index).filter(({ property, channels }) => {
    const { implied } = CSS_PROPERTIES.find((each) => each.property === property) as CssProperty;
    return !(
      implied && channels.every((id) => rest[motion.slot(index, id)] === channelOf(id).initial)
    );
  });
  return ["position: absolute;", "left: 0;", "top: 0;", ...written.map(({ text }) => text)].join(
    " ",
  );
}

/** The properties of a figure that move, and the two faces of a card that has them. */
function shownOf(
  { scene }: Study,
  figure: Figure,
  selector: string,
  written: (channel: ChannelId) => number | string,
  isOpaque: (slot: number) => boolean,
): PageProperty[] {
  const around = { perspective: scene.perspective ?? PERSPECTIVE };
  const own = CSS_PROPERTIES.flatMap((property): PageProperty[] => {
    const values = property.channels.map(written);
    if (values.every((value) => typeof value === "string")) return [];
    if (property.property === "visibility")
      return [[selector, property.property, [4 * (values[0] as number)], 0]];
    const texts = values.map((value, i) =>
      textOf(value, property.channels[i] as ChannelId, isOpaque),
    );
    return [[selector, property.property, partsOf(combine(property, texts, around))]];
  });
  if (figure.kind !== "card" || !figure.look.back) return own;
  const turns = [written("turnX"), written("turnY")].map((value) =>
    typeof value === "number" ? 4 * value : value,
  );
  const face = (side: "front" | "back"): PageProperty[] => {
    const at = `${selector} > .${side}`;
    return [
      [at, "position", ["absolute"]],
      [at, "inset", ["0"]],
      ...(side === "back" ? [[at, "rotate", ["y 180deg"]] as const] : []),
      [at, "visibility", turns, side === "front" ? 1 : -1],
    ];
  };
  return [...own, ...face("front"), ...face("back")];
}

/** A value with its unit; a channel stands between two marks, as 4 times its slot plus its component. */
function textOf(
  value: number | string,
  id: ChannelId,
  isOpaque: (slot: number) => boolean,
): string {
  const channel = channelOf(id);
  const unit = cssUnit(id);
  if (channel.kind === "color") {
    if (typeof value === "string") return value;
    const [l, a, b, alpha] = [0, 1, 2, 3].map((c) => `\u0000${4 * value + c}\u0000`);
    // The components are multiplied with alpha, and CSS is told them without.
    const shown = (part = "") => `calc(${part}/clamp(1e-6,${alpha},1))`;
    return isOpaque(value)
      ? `oklab(${l} ${a} ${b})`
      : `oklab(${shown(l)} ${shown(a)} ${shown(b)} / ${alpha})`;
  }
  if (typeof value === "string") return `${clampShown(channel, Number(value))}${unit}`;
  const text = `\u0000${4 * value}\u0000${unit}`;
  return isNeverNegative(id) ? `max(0${unit}, ${text})` : text;
}

const partsOf = (text: string): (string | number)[] =>
  text
    .split("\u0000")
    .map((part, i) => (i % 2 === 1 ? Number(part) : part))
    .filter((part) => part !== "");

function pageLever({ lag = 0, spring, ...lever }: LeverOf, state: LiveState): PageLever {
  const { of } = lever;
  const isEdge = of.kind === "pointer-x" || of.kind === "pointer-y";
  const corner = isEdge && of.figure !== null ? state.cornerOf(of.figure) : undefined;
  const physics = spring && isSpring(spring) ? physicsOf(spring) : undefined;
  return {
    ...lever,
    way: physics ? [physics.stiffness, physics.damping, physics.mass] : lag > 0 ? [lag / 1000] : [],
    ...(corner ? { corner: corner[of.kind === "pointer-x" ? 0 : 1] } : {}),
  };
}

type LeverOf = NonNullable<Study["live"]>["levers"][number];

/** A curve from 0 to 1 as polynomials. */
function curvePieces(curve: Curve): PageCurve {
  const { value, slope } = finiteSlopes(compileCurve(curve));
  const pieces = piecesOf(value, 0, 1, landmarksOf(curve), TOLERANCE, LEAST);
  return [slope(0), ...pieces.map(({ start, end, coefficients }) => [start, end, ...coefficients])];
}

/** The map of a follower as polynomials over everything that it may follow. */
function mapPieces(
  { from, clamp }: { readonly from: readonly [number, number]; readonly clamp?: boolean },
  map: ReturnType<typeof followerMap>,
  curve: Curve,
): PageCurve {
  const [low, high] = extentOf(from);
  const width = high - low;
  const beyond = BEYOND * Math.max(width, 1);
  /** A straight line from the end of the range outwards. */
  const outside = (start: number, end: number, at: number): number[] => {
    const slope = clamp || width === 0 ? 0 : map.slope(at + (at === low ? -1 : 1) * width);
    const edge = map.value(width === 0 ? at + (start < at ? -1 : 1) : at);
    const middle = (start + end) / 2;
    return [start, end, edge + (middle - at) * slope, ((end - start) / 2) * slope];
  };
  const marks = landmarksOf(curve).map((p) => from[0] + (from[1] - from[0]) * p);
  const inside =
    width === 0
      ? []
      : piecesOf(
          (value) => map.value(value),
          low,
          high,
          marks,
          scaleOf(map, low, high) * TOLERANCE,
          width * LEAST,
        );
  return [
    finiteSlopes(map).slope(0),
    outside(low - beyond, low, low),
    ...inside.map(({ start, end, coefficients }) => [start, end, ...coefficients]),
    outside(high, high + beyond, high),
  ];
}

const scaleOf = (map: ReturnType<typeof followerMap>, low: number, high: number): number =>
  Math.max(Math.abs(map.value(high) - map.value(low)), 1e-3);
