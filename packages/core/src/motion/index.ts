export { busyParts } from "./busy.ts";
export { type ChannelReadings, readChannel } from "./channelReadings.ts";
export { type CompileOptions, compileStudy } from "./compileStudy.ts";
export { describePose } from "./describePose.ts";
export { type CueEvent, timesShown } from "./events.ts";
export type { CompiledFollower } from "./followers.ts";
export { layerTime, layerValue, layerVelocity, showingLayer, stackBeneath } from "./layers.ts";
export { commonLoop, loopsOf, loopsOfCues } from "./loops.ts";
export {
  boxCorners,
  invertMatrix,
  type Matrix,
  mapPoint,
  matrixAt,
  multiplyMatrices,
  parentMatrixAt,
  pivotAt,
  pivotPath,
  poseMatrix,
  showsBack,
} from "./matrix.ts";
export type { DrivenChannel, Layer, LayerTime, Motion } from "./motion.ts";
export { playedCues } from "./playedCues.ts";
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
} from "./playhead.ts";
export {
  layerColorAt,
  layerColors,
  layerPolyline,
  type ReachedSpan,
  spanAtTime,
  stretchSpeeds,
} from "./samples.ts";
export type { CompiledShake } from "./shakes.ts";
export {
  type MeasuredPiece,
  measurePiece,
  pieceAt,
  type SpacePiece,
  type Spot,
} from "./spacePath.ts";
export {
  type CompiledTrack,
  compileSpacePath,
  compileTrack,
  trackValue,
  trackVelocity,
} from "./track.ts";
export { compiledTracks } from "./tweenLayers.ts";
export { linearTwin } from "./twin.ts";
