export { studyAlongLever } from "./alongLever.ts";
export {
  jumpWithoutSpeed,
  posesOf,
  type SpeedJump,
  standingIn,
  studyBetweenPoses,
} from "./betweenPoses.ts";
export { createLive, type Live, replay } from "./createLive.ts";
export { type Goal, type Piece, pieceValue } from "./kernel/liveChannel.ts";
export type { Begun, BegunChannel, LogEntry } from "./kernel/logEntry.ts";
export { curveWay, lagWay, springWay, type Way } from "./kernel/way.ts";
export { type AnswerReadings, type LiveSlot, readAnswer, slotOwner } from "./readings.ts";
export { SET_DOWN_TOLERANCE, type SetDownTolerance, setDownAsTweens } from "./setDown.ts";
export { isSpring, wayOf } from "./wayOf.ts";
