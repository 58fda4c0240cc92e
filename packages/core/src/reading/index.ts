export { type CurveRange, curveRange } from "./curveRange.ts";
export { type CurveReader, createCurveReader } from "./curveReader.ts";
export { FEEL_WORDS, type FeelWord } from "./feelWords.ts";
export { curvePolyline } from "./polyline.ts";
export type { Kink, Moment, Readings } from "./readingShape.ts";
export { readCurve, SETTLE_BAND } from "./readings.ts";
export { readSamples, type SampleReadings } from "./samples.ts";
export { type Stretch, type TracedCurve, traceCurve } from "./trace.ts";
