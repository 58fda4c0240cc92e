import { NO_LIVE, type Study } from "../../study/index.ts";

/** Whether a study answers to anything. */
export const answers = ({ live = NO_LIVE }: Study): boolean =>
  live.levers.length > 0 || live.responses.some(({ disabled }) => !disabled);
