export { studyAlongLever } from "./alongLever.ts";
export {
  jumpWithoutSpeed,
  posesOf,
  type SpeedJump,
  standingIn,
  studyBetweenPoses,
} from "./betweenPoses.ts";
export { createLive, type Live, replay } from "./createLive.ts";
export { type Goal, type Piece, pieceValue } from "./liveChannel.ts";
export type { Begun, BegunChannel, LogEntry } from "./logEntry.ts";
export { type AnswerReadings, type LiveSlot, readAnswer, slotOwner } from "./readings.ts";
export { SET_DOWN_TOLERANCE, type SetDownTolerance, setDownAsTweens } from "./setDown.ts";
export { curveWay, isSpring, lagWay, springWay, type Way, wayOf } from "./way.ts";
