/** Whether this is the run of everything, `npm run test:all`. */
export const IS_WHOLE = process.env.LEVITAS_FULL !== undefined;

/** How many cases are tried: few in the ordinary run, which takes minutes, and all in `npm run test:all`. */
export const cases = (few: number, all: number): number => (IS_WHOLE ? all : few);
