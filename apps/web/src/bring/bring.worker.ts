import { readBrought } from "@levitas/core/format";
import { expose } from "comlink";

/** Reading takes its time with long texts: it is done aside from the page. */
const reader = { read: readBrought };
export type Reader = typeof reader;

expose(reader);
