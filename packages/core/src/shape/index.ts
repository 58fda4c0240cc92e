export { readStudy, readStudyText } from "./readStudy.ts";
export { LIMITS } from "./studyShape.ts";
