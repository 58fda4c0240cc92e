export { middleInScene, pivotInScene } from "./aim.ts";
export { studyAlongLever } from "./alongLever.ts";
export {
  jumpWithoutSpeed,
  posesOf,
  type SpeedJump,
  standingIn,
  studyBetweenPoses,
} from "./betweenPoses.ts";
export { BrowserTransition, type TransitionWay } from "./browserTransition.ts";
export { createLive, type Foreseen, type Live, replay } from "./createLive.ts";
export type { Goal, Piece } from "./kernel/liveChannel.ts";
export type { Begun, BegunChannel, LogEntry } from "./kernel/logEntry.ts";
export { curveWay, lagWay, springWay, type Way } from "./kernel/way.ts";
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
export { type AnswerReadings, type LiveSlot, readAnswer, slotOwner } from "./readings.ts";
export { SET_DOWN_TOLERANCE, type SetDownTolerance, setDownAsTweens } from "./setDown.ts";
export { takeMotion } from "./takeMotion.ts";
export { trialTake } from "./trialTake.ts";
export { finiteSlopes, wayOf } from "./wayOf.ts";
