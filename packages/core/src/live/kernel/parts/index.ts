import type { Part } from "../engine.ts";
import { holding } from "./holding.ts";
import { hovering } from "./hovering.ts";
import { keys } from "./keys.ts";
import { levers } from "./levers.ts";
import { pressing } from "./pressing.ts";
import { queue } from "./queue.ts";
import { repeating, starting } from "./timed.ts";
import { watching } from "./watching.ts";

/** All parts of the engine, in the order in which they hear events. */
export const PARTS: readonly Part[] = [
  ...[queue, watching, levers, hovering, pressing, holding, keys],
  ...[starting, repeating],
];
