export { type CurveRange, curveRange } from "./curveRange.ts";
export { FEEL_WORDS, type FeelWord } from "./feel.ts";
export { curvePolyline } from "./polyline.ts";
export { type Kink, type Moment, type Readings, readCurve, SETTLE_BAND } from "./readings.ts";
export { readSamples, type SampleReadings } from "./samples.ts";
export { type Stretch, traceCurve } from "./trace.ts";
