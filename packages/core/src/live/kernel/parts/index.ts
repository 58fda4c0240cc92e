import type { Part } from "../engine.ts";
import { arrivePart } from "./arriving.ts";
import { holdPart } from "./holding.ts";
import { hoverPart } from "./hovering.ts";
import { keyPart } from "./keys.ts";
import { keyLeverPart, pointerLeverPart, slideLeverPart } from "./levers.ts";
import { doublePressPart } from "./pressing.ts";
import { queuePart } from "./queue.ts";
import { repeatPart, startPart } from "./timed.ts";
import { watchPart } from "./watching.ts";

/** All parts of the engine, in the order in which they hear events. */
export const PARTS: readonly Part[] = [
  ...[arrivePart, queuePart, watchPart],
  ...[pointerLeverPart, keyLeverPart, slideLeverPart],
  ...[hoverPart, doublePressPart, holdPart, keyPart],
  ...[startPart, repeatPart],
];
