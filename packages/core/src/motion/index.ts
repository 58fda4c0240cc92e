export {
  type CompileOptions,
  type Compiler,
  compileStudy,
  createCompiler,
} from "./compile/compiler.ts";
export { type CurveSource, curveSource } from "./compile/curveSource.ts";
export {
  layerTime,
  layerValue,
  layerVelocity,
  outerOf,
  showingLayer,
  stackBeneath,
  stackValue,
  withinOf,
} from "./compile/layers.ts";
export type { DrivenChannel, Layer, LayerTime, Motion } from "./compile/motion.ts";
export {
  type CompiledTrack,
  compileSpacePath,
  compileTrack,
  trackValue,
  trackVelocity,
} from "./compile/track.ts";
export { compiledTracks } from "./compile/tweenLayers.ts";
export { type FollowerMap, followerMap } from "./effects/followerMap.ts";
export type { CompiledFollower } from "./effects/followers.ts";
export type { CompiledShake } from "./effects/shakes.ts";
export {
  boxCorners,
  depthMatrix,
  invertMatrix,
  isBackShown,
  type Matrix,
  mapPoint,
  matrixAt,
  multiplyMatrices,
  parentMatrixAt,
  pivotAt,
  pivotPath,
  poseMatrix,
} from "./geometry/matrix.ts";
export {
  type MeasuredPiece,
  measurePiece,
  pieceAt,
  type SpacePiece,
  type Spot,
} from "./geometry/spacePath.ts";
export { cuesToEnd, END_INCLUDED } from "./playback/cuesToEnd.ts";
export { type CueEvent, timesShown } from "./playback/events.ts";
export { commonLoop, loopOf, loopsOf, loopsOfCues } from "./playback/loops.ts";
export { playedCues } from "./playback/playedCues.ts";
export {
  advancePlayhead,
  frameAt,
  nearestFrame,
  type PlayedStretch,
  type Playhead,
  type PlayMode,
  playedStretches,
  quantizeTime,
  timeOfFrame,
} from "./playback/playhead.ts";
export { busyParts } from "./view/busy.ts";
export { type ChannelReadings, readChannel } from "./view/channelReadings.ts";
export { describePose } from "./view/describePose.ts";
export { markerTimeAt, shownMarkers } from "./view/markers.ts";
export { findOverlaps, type Overlap, overlapsOn } from "./view/overlaps.ts";
export {
  backwardPolyline,
  greatestSpeed,
  layerColorAt,
  layerColors,
  layerPolyline,
  type ReachedSpan,
  spanAtTime,
  stretchSpeeds,
} from "./view/samples.ts";
export { stillTime } from "./view/stillTime.ts";
export { LARGEST_THUMBNAIL, thumbnailOf } from "./view/thumbnail.ts";
export { createTwinCompiler, type TwinCompiler } from "./view/twin.ts";
