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
import {
  ACTION_FIELDS,
  CHANNELS,
  type LiveField,
  type LiveFieldKind,
  MID_FLIGHTS,
  TRIGGER_FIELDS,
} from "../study/index.ts";
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

/** What a field may be, as far as that can be seen without the rest of the study. */
const FIELD_SHAPES: Readonly<
  Partial<Record<LiveFieldKind, (field: LiveField) => readonly PropertyDecorator[]>>
> = {
  poses: () => [IsArray(), ArrayMinSize(1), ArrayMaxSize(100), IsString({ each: true })],
  channel: () => [IsIn(CHANNEL_IDS)],
  aim: () => [IsArray(), ArrayMinSize(1), IsIn(["x", "y", "rotate"], { each: true })],
  amount: () => [IsAmount()],
  time: ({ least = 0 }) => [IsAmount(least, LONGEST)],
  direction: () => [IsIn(["forwards", "backwards", "turns"])],
};

/** Declares the fields of a table on the class of what has them: each where its kind has it. */
function declareFields(
  { prototype }: { readonly prototype: object },
  kindOf: (value: object) => string,
  table: Readonly<Record<string, readonly LiveField[]>>,
): void {
  const neededBy = new Map<string, { readonly field: LiveField; readonly kinds: Set<string> }>();
  for (const [kind, fields] of Object.entries(table))
    for (const field of fields) {
      const known = neededBy.get(field.name) ?? { field, kinds: new Set<string>() };
      neededBy.set(field.name, known);
      if (!field.isOptional) known.kinds.add(kind);
    }
  for (const [name, { field, kinds }] of neededBy) {
    const isNeeded = (value: object, held: unknown) =>
      kinds.has(kindOf(value)) && !(field.kind === "target" && held === null);
    const decorators = [
      ...(field.description ? [Describe(field.description)] : []),
      kinds.size === 0 ? Optional() : ValidateIf(isNeeded),
      ...(FIELD_SHAPES[field.kind]?.(field) ?? [IsName()]),
    ];
    for (const decorate of decorators) decorate(prototype, name);
  }
}

class TriggerShape {
  @IsIn(Object.keys(TRIGGER_FIELDS)) on!: string;
}
declareFields(TriggerShape, (value) => (value as TriggerShape).on, TRIGGER_FIELDS);

class ActionShape {
  @IsIn(Object.keys(ACTION_FIELDS)) do!: string;
}
declareFields(ActionShape, (value) => (value as ActionShape).do, ACTION_FIELDS);

class TransitionShape {
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
  @Nested(() => TriggerShape) when!: TriggerShape;
  @Describe("Only while in this pose.")
  @Optional()
  @IsName()
  inPose?: string;
  @ListOf(() => ActionShape, 20, { min: 1 }) then!: ActionShape[];
  @Nested(() => TransitionShape) how!: TransitionShape;
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
  ...[PoseShape, LeverSourceShape, LeverShape, TriggerShape, ActionShape, TransitionShape],
  ...[ResponseShape, TakeEventShape, TakeShape, LiveShape],
];
