import { matrixIn } from "./matrix.ts";

matrixIn("WebKit");
