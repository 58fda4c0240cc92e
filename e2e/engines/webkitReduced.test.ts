import { reducedMatrixIn } from "./matrix.ts";

reducedMatrixIn("WebKit");
