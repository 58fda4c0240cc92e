export { joinProblem, joinTweens, splitProblem, splitTween, trimTween } from "./blocks.ts";
export { type Change, type Edit, isEmpty, squash } from "./change.ts";
export {
  CLIP_FORMAT,
  type Clip,
  type ClipKey,
  type ClipTrack,
  type Cycles,
  copyKeys,
  cycleKeys,
  keysOfFigure,
} from "./clip.ts";
export {
  dissolveGroup,
  duplicateFigure,
  groupFigures,
  isWithin,
  nestFigure,
  orderFigure,
  setGuides,
  setHue,
  setLook,
  setPivot,
} from "./dress.ts";
export {
  addFigure,
  addFigures,
  deleteFigure,
  renameFigure,
  renameStudy,
  replaceStudy,
  setRest,
  setScene,
} from "./figures.ts";
export { addFollower, deleteFollower, followerLoop, rangeOf, setFollower } from "./followers.ts";
export {
  dissolveProblem,
  dissolveSequenceGroup,
  groupProblem,
  makeSequenceGroup,
} from "./groups.ts";
export { type History, type HistoryEntry, record, redo, startHistory, undo } from "./history.ts";
export {
  type Anchor,
  addItem,
  deleteItems,
  duplicateItems,
  hangItem,
  type ItemFields,
  looseItems,
  moveItems,
  orderItem,
  setItems,
  tetherLoop,
} from "./items.ts";
export { JOIN_TOLERANCE, joinable, joinPath, partPath } from "./joinPath.ts";
export {
  addKey,
  deleteKeys,
  moveKey,
  type NewKey,
  SAME_TIME,
  setKeyValue,
  setKeyValues,
  setSpanCurve,
  setSpanCurves,
} from "./keys.ts";
export { chosenKeys, moveKeys, stretchKeys, stretchOf, stretchTween } from "./manyKeys.ts";
export { addMarker, deleteMarker, setMarker } from "./markers.ts";
export { type Mend, mendOverlap, mendsOf, setTweenMode } from "./mendOverlap.ts";
export { findOverlaps, type Overlap, overlapsOn } from "./overlaps.ts";
export { channelsOfClip, type PasteArguments, pasteKeys } from "./paste.ts";
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
export { readClip } from "./readClip.ts";
export {
  applyRecipe,
  type Recipe,
  type RecipeTrack,
  readRecipe,
  recipeLength,
  recipeOf,
  recipeStudy,
} from "./recipe.ts";
export { RECIPES } from "./recipeStock.ts";
export { reverseCurve } from "./reverseCurve.ts";
export { setValueAt } from "./setValueAt.ts";
export { setValuesAt, type WantedValue } from "./setValuesAt.ts";
export {
  deleteShared,
  keepShared,
  renameShared,
  reshapeSpan,
  spansFollowing,
  takeOwnCopy,
} from "./sharedCurves.ts";
export {
  bezierAtEnds,
  type Seam,
  type Smoothing,
  seamsOf,
  setTangent,
  smoothKeys,
  smoothMotion,
  type Tangent,
  tangentsOf,
} from "./smooth.ts";
export {
  moveSpacePoint,
  pieceOf,
  roundSpacePoints,
  setSpaceHandle,
  withPartners,
} from "./spacePoints.ts";
export { splitCurve } from "./splitCurve.ts";
export { keyNear, type TrackPlace, trackNear } from "./trackNear.ts";
export { moveTween, setTrack } from "./tweens.ts";
