// npm run schema: writes docs/study.schema.json from the classes that read study documents.
import { become, ensureInstalled } from "./lib.mjs";

ensureInstalled();
process.env.LEVITAS_SCHEMA = "write";
become(process.execPath, [
  "--experimental-vm-modules",
  "--no-warnings",
  "node_modules/jest/bin/jest.js",
  ...["--selectProjects", "core", "--testPathPatterns", "studySchema"],
]);
