import { reducedMatrixIn } from "./matrix.ts";

reducedMatrixIn("Chromium");
