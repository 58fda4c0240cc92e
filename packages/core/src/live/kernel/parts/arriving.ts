import type { Part } from "../engine.ts";

/** The most responses in one moment: more of them feed each other. */
const MOST_AT_ONCE = 400;

/** Responses that have arrived, and an end to those that feed each other in one moment. */
export const arrivePart: Part = (engine, world) => {
  let [last, count] = [Number.NaN, 0];
  engine.stops = ({ id }, time) => {
    count = time === last ? count + 1 : 1;
    last = time;
    if (count === MOST_AT_ONCE + 1) world.note?.("stopped", time, id);
    return count > MOST_AT_ONCE;
  };
  engine.begun = ({ id }, time, sent, arrives) => {
    world.note?.("begun", time, id, sent, arrives);
    engine.put(arrives, () => {
      const isOver = sent.every(({ driven, piece }) => driven.channel.pieceAt(arrives) !== piece);
      if (isOver && sent.length > 0 && arrives > time) return;
      world.note?.("arrived", arrives, id);
      engine.answer(arrives, ({ when }) => when.on === "arrived" && when.response === id);
    });
  };
  return undefined;
};
