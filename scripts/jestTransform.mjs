import swcJest from "@swc/jest";

/**
 * Modules run in Jest's sandbox, where every look at a global such as Math goes through an interceptor and
 * makes numeric code some thirty times slower than it is. A name of the module's own is as fast as anywhere.
 * It stands on the first line, so that places in errors stay true.
 */
const OWN_GLOBALS = "const { Math, Number, Float64Array } = globalThis;";

const createTransformer = (options) => {
  const swc = swcJest.createTransformer(options);
  const withGlobals = (result) => ({ ...result, code: `${OWN_GLOBALS}${result.code}` });
  return {
    ...swc,
    process: (...args) => withGlobals(swc.process(...args)),
    processAsync: async (...args) => withGlobals(await swc.processAsync(...args)),
    getCacheKey: (...args) => `${swc.getCacheKey(...args)}-own-globals`,
  };
};

export default { createTransformer };
