import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsObject,
  IsString,
  ValidateIf,
} from "class-validator";
import { CHANNELS, MID_FLIGHTS } from "../study/index.ts";
import { ANGLE_ROUTES } from "../value/index.ts";
import {
  Describe,
  IsAmount,
  IsName,
  IsPair,
  IsSpanCurve,
  ListOf,
  Nested,
  Optional,
} from "./decorators.ts";

const POINTER_WHENS = ["press", "release", "double-press", "enter", "leave"];
const WHENS = [
  ...POINTER_WHENS,
  ...["hold", "key", "rises", "falls", "cue", "arrived", "start", "every"],
];
const THENS = ["pose", "next", "aim", "by", "play", "seek", "set"];
const LEVERS = ["pointer-x", "pointer-y", "distance", "angle", "scroll", "slider", "key"];
const EVENTS = ["press", "release", "move", "key-down", "key-up", "lever"];
/** ms */
const LONGEST = 3_600_000;
const CHANNEL_IDS = CHANNELS.map(({ id }) => id);

class PoseShape {
  @IsName() id!: string;
  @IsName() name!: string;
  @Describe("Values of channels, by the ids of figures.")
  @IsObject()
  values!: object;
}

class LeverSourceShape {
  @IsIn(LEVERS) kind!: string;
  @Describe("The figure it is measured at; null for the scene.")
  @ValidateIf(
    ({ kind, figure }: LeverSourceShape) =>
      kind === "distance" || kind === "angle" || (/^pointer/.test(kind) && figure !== null),
  )
  @IsName()
  figure?: string | null;
  @ValidateIf(({ kind }: LeverSourceShape) => kind === "key") @IsName() key?: string;
}

class LeverShape {
  @IsName() id!: string;
  @IsName() name!: string;
  @Nested(() => LeverSourceShape) of!: LeverSourceShape;
  @IsPair() range!: number[];
  @Optional() @IsAmount() initial?: number;
  @Describe("The time constant with which it follows, ms.")
  @Optional()
  @IsAmount(0, LONGEST)
  lag?: number;
  @Optional() @IsSpanCurve() spring?: object;
}

class WhenShape {
  @IsIn(WHENS) on!: string;
  @Describe("What is pressed; null for anywhere in the scene.")
  @ValidateIf(
    ({ on, figure }: WhenShape) => (POINTER_WHENS.includes(on) || on === "hold") && figure !== null,
  )
  @IsName()
  figure?: string | null;
  @ValidateIf(({ on }: WhenShape) => on === "hold" || on === "every")
  @IsAmount(1, LONGEST)
  time?: number;
  @ValidateIf(({ on }: WhenShape) => on === "key") @IsName() key?: string;
  @ValidateIf(({ on }: WhenShape) => on === "rises" || on === "falls") @IsName() lever?: string;
  @ValidateIf(({ on }: WhenShape) => on === "rises" || on === "falls") @IsAmount() past?: number;
  @ValidateIf(({ on }: WhenShape) => on === "cue") @IsName() cue?: string;
  @ValidateIf(({ on }: WhenShape) => on === "arrived") @IsName() response?: string;
  @Optional() @IsAmount(0, LONGEST) jitter?: number;
  @Optional() @IsAmount() seed?: number;
}

class ThenShape {
  @IsIn(THENS) do!: string;
  @ValidateIf((then: ThenShape) => then.do === "pose" || then.do === "set") @IsName() pose?: string;
  @ValidateIf((then: ThenShape) => then.do === "next")
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @IsString({ each: true })
  poses?: string[];
  @ValidateIf((then: ThenShape) => then.do === "aim" || then.do === "by") @IsName() figure?: string;
  @ValidateIf((then: ThenShape) => then.do === "aim")
  @IsArray()
  @ArrayMinSize(1)
  @IsIn(["x", "y", "rotate"], { each: true })
  channels?: string[];
  @ValidateIf((then: ThenShape) => then.do === "by") @IsIn(CHANNEL_IDS) channel?: string;
  @ValidateIf((then: ThenShape) => then.do === "by") @IsAmount() amount?: number;
  @Describe("A group or tween; absent for the sequence.")
  @Optional()
  @IsName()
  item?: string;
  @Describe("Markers between which it plays.") @Optional() @IsName() from?: string;
  @Optional() @IsName() to?: string;
  @ValidateIf((then: ThenShape) => then.do === "play")
  @IsIn(["forwards", "backwards", "turns"])
  direction?: string;
  @ValidateIf((then: ThenShape) => then.do === "seek") @IsName() marker?: string;
}

class HowShape {
  @IsSpanCurve() curve!: object;
  @Describe("ms; for curves that are no springs.")
  @IsAmount(0, LONGEST)
  duration!: number;
  @Optional() @IsIn(["fixed", "distance", "root"]) grows?: string;
  @Describe("The way for which the duration is as given.")
  @Optional()
  @IsAmount(1e-6)
  reach?: number;
  @Optional() @IsIn(ANGLE_ROUTES) route?: string;
}

class ResponseShape {
  @IsName() id!: string;
  @Nested(() => WhenShape) when!: WhenShape;
  @Describe("Only while in this pose.")
  @Optional()
  @IsName()
  inPose?: string;
  @ListOf(() => ThenShape, 20, { min: 1 }) then!: ThenShape[];
  @Nested(() => HowShape) how!: HowShape;
  @IsIn(MID_FLIGHTS) midFlight!: string;
  @Optional() @IsBoolean() disabled?: boolean;
}

const isPointer = ({ type }: TakeEventShape) => ["press", "release", "move"].includes(type);

class TakeEventShape {
  @IsAmount(0, LONGEST) time!: number;
  @IsIn(EVENTS) type!: string;
  @ValidateIf(isPointer) @IsAmount() x?: number;
  @ValidateIf(isPointer) @IsAmount() y?: number;
  @ValidateIf((event: TakeEventShape) => isPointer(event) && event.figure !== null)
  @IsName()
  figure?: string | null;
  @ValidateIf(({ type }: TakeEventShape) => /^key-/.test(type)) @IsName() key?: string;
  @ValidateIf(({ type }: TakeEventShape) => type === "lever") @IsName() lever?: string;
  @ValidateIf(({ type }: TakeEventShape) => type === "lever") @IsAmount() value?: number;
}

class TakeShape {
  @IsName() id!: string;
  @IsName() name!: string;
  @IsAmount(0, LONGEST) duration!: number;
  @ListOf(() => TakeEventShape, 20_000) events!: TakeEventShape[];
}

/** The shape of `Live`: what is pressed, and what answers. */
export class LiveShape {
  @ListOf(() => PoseShape, 1000) poses!: PoseShape[];
  @ListOf(() => LeverShape, 1000) levers!: LeverShape[];
  @ListOf(() => ResponseShape, 1000) responses!: ResponseShape[];
  @ListOf(() => TakeShape, 200) takes!: TakeShape[];
}

/** The classes of the live part, from which its JSON Schema is generated. */
export const LIVE_CLASSES: readonly (new () => object)[] = [
  ...[PoseShape, LeverSourceShape, LeverShape, WhenShape, ThenShape, HowShape],
  ...[ResponseShape, TakeEventShape, TakeShape, LiveShape],
];
