// npm run schema: writes docs/study.schema.json from the classes that read study documents.
import { ensureInstalled, run } from "./lib.mjs";

ensureInstalled();
process.env.LEVITAS_SCHEMA = "write";
process.env.NODE_OPTIONS = "--experimental-vm-modules --no-warnings";
run("jest", ["--selectProjects", "core", "--testPathPatterns", "studySchema"]);
run("biome", ["format", "--write", "docs/study.schema.json"]);
