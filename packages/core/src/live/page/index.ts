/** Everything a module may be handed off with: the runtime is built of it, see scripts/liveRuntime.mjs. */
export { angleDelta } from "../../value/index.ts";
export { curveDecay, springDecay } from "../kernel/decay.ts";
export { growing } from "../kernel/growing.ts";
export { arrivePart } from "../kernel/parts/arriving.ts";
export { holdPart } from "../kernel/parts/holding.ts";
export { hoverPart } from "../kernel/parts/hovering.ts";
export { keyPart } from "../kernel/parts/keys.ts";
export { keyLeverPart, pointerLeverPart, slideLeverPart } from "../kernel/parts/levers.ts";
export { doublePressPart, pressPart } from "../kernel/parts/pressing.ts";
export { queuePart } from "../kernel/parts/queue.ts";
export { repeatPart, startPart } from "../kernel/parts/timed.ts";
export { watchPart } from "../kernel/parts/watching.ts";
export { switchedDecay } from "../kernel/switched.ts";
export { aimAtPointer, goBy, goToNext, goToPose, isIn, setPose } from "../kernel/thens.ts";
export { easingOf } from "./easing.ts";
export { focusInput, keyInput, pointerInput, scrollInput, sliderInput } from "./inputs.ts";
export {
  followsOnPage,
  isSeen,
  leversOfAll,
  leversWithLag,
  leversWithSpring,
} from "./levers.ts";
export { aimsInScene, aimsOnPage, channelsOnPage, edgesOnPage, placesOnPage } from "./places.ts";
export { runLive } from "./runLive.ts";
