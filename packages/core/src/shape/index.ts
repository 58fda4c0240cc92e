export { checkStudy, circlesIn } from "./checkStudy.ts";
export { Optional } from "./decorators.ts";
export { type MendedStudy, mendStudy } from "./mendStudy.ts";
export { migrateStudy } from "./migrations.ts";
export { LARGEST_NUMBER } from "./plain.ts";
export { readStudy, readStudyText } from "./readStudy.ts";
export { LIMITS } from "./studyShape.ts";
