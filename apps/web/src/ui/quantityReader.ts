import { readQuantity, readTypedTime } from "@levitas/core/value";

/** What reads typed numbers and times. */
export const reader = Object.assign(readQuantity, { time: readTypedTime });
