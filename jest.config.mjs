// One runner for everything. `npm test` builds first, because the server and the interface are
// tested as they are shipped.
const common = {
  rootDir: ".",
  testEnvironment: "node",
  testEnvironmentOptions: { customExportConditions: ["levitas-source", "node", "node-addons"] },
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: {
    "\\.tsx?$": [
      "<rootDir>/scripts/jestTransform.mjs",
      {
        jsc: {
          target: "es2022",
          parser: { syntax: "typescript", tsx: false, decorators: true },
          transform: { legacyDecorator: true, decoratorMetadata: true },
        },
        module: { type: "es6" },
      },
    ],
  },
  modulePathIgnorePatterns: ["/dist/", "/data/"],
};

/** What is judged by time alone runs by itself, after everything else. */
const TIMED = ["frames", "large", "pointerCost", "bringCost"];
/** What plays in other engines than Chromium too. */
const ENGINES = "/e2e/engines/";
const timed = TIMED.map((name) => `/${name}\\.test\\.ts$`);

const project = (displayName, roots, extra = {}) => ({
  ...common,
  testPathIgnorePatterns: ["/node_modules/", ...timed, ENGINES],
  ...{ displayName, roots, ...extra },
});
const again = { setupFilesAfterEnv: ["<rootDir>/e2e/harness/again.ts"] };

export default {
  projects: [
    project("core", ["<rootDir>/packages/core/src"], {
      setupFilesAfterEnv: ["<rootDir>/scripts/drawnCases.mjs"],
    }),
    // scripts/test.mjs would count as a test by its name, and start itself.
    project("scripts", ["<rootDir>/scripts"], { testMatch: ["**/*.test.ts"] }),
    project("cli", ["<rootDir>/apps/cli/src"]),
    project("server", ["<rootDir>/apps/server/src"]),
    project("web", ["<rootDir>/apps/web/src"]),
    project("e2e", ["<rootDir>/e2e"], again),
    project("engines", ["<rootDir>/e2e"], {
      ...again,
      testMatch: ["**/e2e/engines/*.test.ts"],
      testPathIgnorePatterns: ["/node_modules/"],
    }),
    project("timing", ["<rootDir>/e2e", "<rootDir>/packages/core/src"], {
      ...again,
      testPathIgnorePatterns: ["/node_modules/"],
      testMatch: TIMED.map((name) => `**/${name}.test.ts`),
    }),
  ],
  testSequencer: "<rootDir>/scripts/testOrder.mjs",
};
