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

const project = (displayName, roots, extra = {}) => ({ ...common, displayName, roots, ...extra });

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
    project("e2e", ["<rootDir>/e2e"], { setupFilesAfterEnv: ["<rootDir>/e2e/harness/again.ts"] }),
  ],
};
