// Dependencies point one way: web, server and command line use the core, never each other.
module.exports = {
  forbidden: [
    {
      name: "core-stands-alone",
      comment: "The core knows no screen, server or Node.",
      severity: "error",
      from: { path: "^packages/core/src", pathNot: "\\.test\\.ts$|/testing/" },
      to: { path: "^apps/" },
    },
    {
      name: "core-without-node",
      severity: "error",
      from: { path: "^packages/core/src", pathNot: "\\.test\\.ts$|/testing/" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "apps-apart",
      severity: "error",
      from: { path: "^apps/([^/]+)/" },
      to: { path: "^apps/", pathNot: "^apps/$1/" },
    },
    {
      name: "core-by-its-indexes",
      comment: "Only index.ts of a core folder is imported from outside it.",
      severity: "error",
      from: { path: "^packages/core/src/([^/]+)/", pathNot: "/testing/" },
      to: {
        path: "^packages/core/src/",
        pathNot: "^packages/core/src/($1|testing)/|^packages/core/src/[^/]+/index\\.ts$",
      },
    },
    {
      name: "core-by-its-indexes-from-apps",
      severity: "error",
      from: { path: "^apps/" },
      to: { path: "^packages/core/(src|dist)/", pathNot: "/index\\.(ts|js|d\\.ts)$" },
    },
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    {
      name: "no-circles-of-folders",
      severity: "error",
      scope: "folder",
      from: { path: "(^|/)apps/web/" },
      to: { circular: true },
    },
    {
      name: "web-rooms-apart",
      comment:
        "Screens use what is shared below them, never each other; the hand-off is opened from the editor.",
      severity: "error",
      from: { path: "(^|/)apps/web/src/(studies|library|handoff|editor)/" },
      to: {
        path: "(^|/)apps/web/src/(studies|library|handoff|editor)/",
        pathNot: ["(^|/)apps/web/src/$2/", "(^|/)apps/web/src/handoff/HandoffPanel"],
      },
    },
    {
      name: "web-shared-below-rooms",
      comment: "What several screens share knows none of them.",
      severity: "error",
      from: { path: "(^|/)apps/web/src/(curve-editor|keeping|drawing|ui|shell|theme|api|clock)/" },
      to: { path: "(^|/)apps/web/src/(studies|library|handoff|editor)/" },
    },
    {
      name: "web-ground-floor",
      severity: "error",
      from: { path: "(^|/)apps/web/src/(ui|theme|api|clock)/" },
      to: { path: "(^|/)apps/web/src/(curve-editor|keeping|drawing|shell)/" },
    },
    { name: "resolvable", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    parser: "swc",
    doNotFollow: { path: "node_modules" },
    exclude: { path: "(^|/)dist/|cruise/packages/|\\.css$" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["levitas-source", "import", "require", "node", "default", "types"],
      extensions: [".ts", ".tsx", ".js", ".json"],
    },
  },
};
