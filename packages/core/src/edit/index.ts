export {
  CLIPBOARD_FORMAT,
  type Clipboard,
  type ClipboardKey,
  type ClipboardTrack,
  type Cycles,
  copyKeys,
  cycleKeys,
  keysOfFigure,
} from "./clipboard/clipboard.ts";
export { channelsOfClipboard, type PasteArguments, pasteKeys } from "./clipboard/paste.ts";
export { readClipboard } from "./clipboard/readClipboard.ts";
export {
  applyRecipe,
  type Recipe,
  type RecipeTrack,
  readRecipe,
  recipeLength,
  recipeOf,
  recipeStudy,
} from "./clipboard/recipe.ts";
export { RECIPES } from "./clipboard/recipeStock.ts";
export { setHue, setLook, setPivot } from "./figures/dress.ts";
export { duplicateFigure } from "./figures/duplicateFigure.ts";
export { isWithin, orderFigure } from "./figures/figureOrder.ts";
export {
  addFigure,
  addFigures,
  deleteFigure,
  renameFigure,
  renameStudy,
  replaceStudy,
  setRest,
  setScene,
} from "./figures/figures.ts";
export {
  addFollower,
  deleteFollower,
  followerLoop,
  rangeOf,
  setFollower,
} from "./figures/followers.ts";
export { setGuides } from "./figures/guides.ts";
export { dissolveGroup, groupFigures, nestFigure } from "./figures/nesting.ts";
export { type Change, type Edit, isEmpty, squash } from "./history/change.ts";
export { type ChangedThings, changedThings } from "./history/changedThing.ts";
export {
  forgetLast,
  goesOn,
  type History,
  type HistoryEntry,
  mergeLast,
  record,
  recordSelection,
  redo,
  startHistory,
  undo,
} from "./history/history.ts";
export {
  addKey,
  deleteKeys,
  moveKey,
  type NewKey,
  reshapeSpan,
  SAME_TIME,
  setKeyValue,
  setKeyValues,
  setSpanCurve,
  setSpanCurves,
} from "./keys/keys.ts";
export { chosenKeys, moveKeys, stretchKeys, stretchOf, stretchTween } from "./keys/manyKeys.ts";
export { type Mend, mendOverlap, mendsOf, setTweenMode } from "./keys/mendOverlap.ts";
export { setValueAt } from "./keys/setValueAt.ts";
export { setValuesAt, type WantedValue } from "./keys/setValuesAt.ts";
export {
  deleteShared,
  keepShared,
  renameShared,
  spansFollowing,
  takeOwnCopy,
} from "./keys/sharedCurves.ts";
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
} from "./keys/smooth.ts";
export { keyNear, type TrackPlace, trackNear } from "./keys/trackNear.ts";
export {
  deleteLever,
  deletePose,
  deleteResponse,
  deleteTake,
  keepLever,
  keepPose,
  keepResponse,
  keepTake,
  setDown,
} from "./live/liveParts.ts";
export { joinProblem, joinTweens, splitProblem, splitTween, trimTween } from "./sequence/blocks.ts";
export {
  dissolveProblem,
  dissolveSequenceGroup,
  groupProblem,
  makeSequenceGroup,
} from "./sequence/groups.ts";
export {
  type Anchor,
  addItem,
  cutTethers,
  deleteItems,
  duplicateItems,
  type ItemFields,
  moveItems,
  orderItem,
  setItems,
  tetherItem,
  tetherLoop,
} from "./sequence/items.ts";
export { addMarker, deleteMarker, setMarker } from "./sequence/markers.ts";
export { moveTween, setTrack } from "./sequence/tweens.ts";
export { JOIN_TOLERANCE, joinable, joinPath, separatePath } from "./spatialPath/joinPath.ts";
export {
  moveSpacePoint,
  pieceOf,
  roundSpacePoints,
  setSpaceHandle,
  withPartners,
} from "./spatialPath/spacePoints.ts";
