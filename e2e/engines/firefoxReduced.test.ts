import { reducedMatrixIn } from "./matrix.ts";

reducedMatrixIn("Firefox");
