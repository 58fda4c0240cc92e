export { PagedList } from "./pagedList.ts";
export {
  beginningOf,
  type Level,
  linksInto,
  type Placed,
  type PlayedSpan,
  playedSpan,
  rateOf,
  type TimelineSource,
} from "./placed.ts";
export { PlacementCache, type PlacementUpdate } from "./placementCache.ts";
export {
  type PlacedItems,
  type Placements,
  placeItems,
} from "./placements.ts";
export { figureOrder, frontDistances, frontReach, staggerOffsets } from "./stagger.ts";
export {
  activeLength,
  contentTime,
  delaysOf,
  endsBackwards,
  type FigureFreeze,
  freezesFor,
  type Iterations,
  innerSpeed,
  innerTime,
  isBackward,
  iterationStart,
  iterationsOf,
  outerTime,
  type PlacedFreeze,
  presentTime,
  shownThrough,
  TIE,
  type TimeLink,
  withinTime,
} from "./timing.ts";
