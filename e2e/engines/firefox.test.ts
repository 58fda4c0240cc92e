import { matrixIn } from "./matrix.ts";

matrixIn("Firefox");
