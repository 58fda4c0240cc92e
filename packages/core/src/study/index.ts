export {
  CHANNELS,
  type ChannelDefinition,
  type ChannelId,
  type ChannelKind,
  channelOf,
  clampShown,
  findChannel,
} from "./channels.ts";
export {
  DIAL_NEEDLE,
  FIGURE_HUES,
  FIGURE_KINDS,
  type FigureKind,
  NEEDLE_PIVOT,
  restValue,
} from "./figures.ts";
export { emptyStudy, firstStudy } from "./newStudy.ts";
export { restCenter } from "./restPlace.ts";
export { seededRandom } from "./seed.ts";
export { SOUNDS, type SoundId, type Voice, voicesOf } from "./sounds.ts";
export { arePaired, type SpaceTracks, spacePathOf } from "./spacePath.ts";
export {
  type CardFace,
  type Clip,
  type Cue,
  type CurveReference,
  type Figure,
  type FigureHue,
  type FigureKindId,
  type FigureLook,
  type Fill,
  type Follower,
  type Freeze,
  type Front,
  type Group,
  type Guide,
  type IconShape,
  type Key,
  type KeyValue,
  type Marker,
  PERSPECTIVE,
  type Repeats,
  type SequenceItem,
  type Shake,
  type SharedCurve,
  type SpaceHandle,
  STUDY_FORMAT,
  STUDY_VERSION,
  type Stagger,
  type Study,
  type StudyScene,
  type Tether,
  type Track,
  type Tween,
} from "./study.ts";
export {
  curveOfKey,
  eachItem,
  eachTween,
  findItem,
  findKey,
  findTween,
  type KeyPlace,
  keysLength,
  tracksOf,
  tweenLength,
} from "./walk.ts";
