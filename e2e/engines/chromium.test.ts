import { matrixIn } from "./matrix.ts";

matrixIn("Chromium");
