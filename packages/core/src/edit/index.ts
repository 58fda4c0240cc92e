export { type Change, type Edit, isEmpty, squash } from "./change.ts";
export {
  addFigure,
  deleteFigure,
  renameFigure,
  renameStudy,
  replaceStudy,
  setRest,
  setScene,
} from "./figures.ts";
export { type History, type HistoryEntry, record, redo, startHistory, undo } from "./history.ts";
export {
  addKey,
  deleteKeys,
  moveKey,
  type NewKey,
  SAME_TIME,
  setKeyValue,
  setSpanCurve,
} from "./keys.ts";
export {
  addPathPoint,
  deletePathPoints,
  type HandleSide,
  heightAbove,
  type Joint,
  jointOf,
  movePathHandle,
  movePathPoints,
  placePathPoint,
  pullPathHandles,
  setPathJoint,
} from "./pathPoints.ts";
export { setValueAt } from "./setValueAt.ts";
export {
  deleteShared,
  keepShared,
  renameShared,
  reshapeSpan,
  spansFollowing,
  takeOwnCopy,
} from "./sharedCurves.ts";
export { splitCurve } from "./splitCurve.ts";
export { keyNear, type TrackPlace, trackNear } from "./trackNear.ts";
export { moveTween, renameTween, setTrack } from "./tweens.ts";
