import { IS_WHOLE } from "../../packages/core/src/testing/index.ts";

/** A test of the whole matrix: left to `npm run test:all`, and counted as such in the ordinary run. */
export const inAll = IS_WHOLE ? it : it.skip;
