export { checkStudy, circlesIn, LARGEST_NUMBER } from "./checkStudy.ts";
export { Optional } from "./decorators.ts";
export { type MendedStudy, mendStudy } from "./mendStudy.ts";
export { migrateStudy } from "./migrations.ts";
export { readStudy, readStudyText } from "./readStudy.ts";
export { LIMITS } from "./studyShape.ts";
