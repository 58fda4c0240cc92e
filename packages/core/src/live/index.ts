export { middleInScene, pivotInScene } from "./aim.ts";
export { studyAlongLever } from "./alongLever.ts";
export {
  jumpWithoutSpeed,
  type SpeedJump,
  standingIn,
  studyBetweenPoses,
} from "./betweenPoses.ts";
export { BrowserTransition, type TransitionTiming } from "./browserTransition.ts";
export { createLive, type Foreseen, type Live, replay } from "./createLive.ts";
export { decayOf, finiteSlopes } from "./decayOf.ts";
export { curveDecay, type Decay, lagDecay, springDecay } from "./kernel/decay.ts";
export type { Goal, Piece } from "./kernel/liveChannel.ts";
export type { Begun, BegunChannel, LogEntry } from "./kernel/logEntry.ts";
export type { Pointer } from "./kernel/world.ts";
export { LiveState, stepOf } from "./liveState.ts";
export type {
  PageChannel,
  PageCurve,
  PageFollower,
  PageLever,
  PageProperty,
  PageResponse,
  PageStudy,
} from "./pageStudy.ts";
export { posesOf } from "./posesOf.ts";
export { type AnswerReadings, type LiveSlot, readAnswer, slotOwner } from "./readings.ts";
export { SET_DOWN_TOLERANCE, type SetDownTolerance, setDownAsTweens } from "./setDown.ts";
export { takeMotion } from "./takeMotion.ts";
export { trialTake } from "./trialTake.ts";
