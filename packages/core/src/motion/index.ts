export { compileStudy } from "./compileStudy.ts";
export { describePose } from "./describePose.ts";
export { stackBeneath } from "./layers.ts";
export { type Matrix, mapPoint, matrixAt, pivotPath, poseMatrix } from "./matrix.ts";
export type { DrivenChannel, Layer, Motion } from "./motion.ts";
export {
  advancePlayhead,
  frameAt,
  nearestFrame,
  type Playhead,
  type PlayMode,
  quantizeTime,
  timeOfFrame,
} from "./playhead.ts";
export { layerColorAt, layerColors, layerPolyline } from "./samples.ts";
export { type CompiledTrack, trackValue } from "./track.ts";
export { linearTwin } from "./twin.ts";
