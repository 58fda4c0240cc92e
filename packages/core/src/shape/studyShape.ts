import "reflect-metadata";
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateIf,
} from "class-validator";
import { CHANNELS, FIGURE_HUES, FIGURE_KINDS, SOUNDS, STUDY_FORMAT } from "../study/index.ts";
import { ANGLE_ROUTES } from "../value/index.ts";
import {
  Describe,
  IsAmount,
  IsKeyValue,
  IsName,
  IsPair,
  IsSpanCurve,
  ListOf,
  LONGEST_NAME,
  Nested,
  Optional,
} from "./decorators.ts";
import { LIVE_CLASSES, LiveShape } from "./liveShape.ts";

/** The limits of a document. */
export const LIMITS = {
  figures: 5000,
  items: 20_000,
  keys: 100_000,
  name: LONGEST_NAME,
  text: 20_000,
};

const CHANNEL_IDS = CHANNELS.map((channel) => channel.id);
const FILLS = ["none", "forwards", "backwards", "both"];
const DIRECTIONS = ["normal", "reverse", "alternate", "alternate-reverse"];

class PivotShape {
  @IsAmount() x!: number;
  @IsAmount() y!: number;
}

class GuideShape {
  @IsIn(["x", "y"]) axis!: string;
  @IsAmount() at!: number;
}

class SceneShape {
  @IsAmount(1, 10_000) width!: number;
  @IsAmount(1, 10_000) height!: number;
  @IsString() @MaxLength(LIMITS.name) background!: string;
  @IsAmount(1, 240) frameRate!: number;
  @Describe("How far the eye is from what turns in depth, px; absent means 900.")
  @Optional()
  @IsAmount(1, 100_000)
  perspective?: number;
  @Optional() @ListOf(() => GuideShape, 200) guides?: GuideShape[];
}

class IconShapeShape {
  @IsString() @MaxLength(LIMITS.text) path!: string;
  @Optional() @IsString() fill?: string;
  @Optional() @IsString() stroke?: string;
  @Optional() @IsAmount(0) strokeWidth?: number;
}

class FaceShape {
  @Optional() @IsString() @MaxLength(LIMITS.name) heading?: string;
  @Optional() @IsString() @MaxLength(LIMITS.name) title?: string;
  @Optional() @IsString() @MaxLength(LIMITS.name) detail?: string;
  @Optional() @IsBoolean() code?: boolean;
}

class LookShape extends FaceShape {
  @Optional() @IsBoolean() hidesOverflow?: boolean;
  @Describe("The other side of a card.")
  @Optional()
  @Nested(() => FaceShape)
  back?: FaceShape;
  @Optional() @IsBoolean() needle?: boolean;
  @Optional() @IsInt() @Min(0) @Max(360) ticks?: number;
  @Optional()
  @IsArray()
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @MaxLength(LIMITS.name, { each: true })
  labels?: string[];
  @Optional() @IsString() @MaxLength(LIMITS.text) text?: string;
  @Optional() @IsAmount(1, 1000) size?: number;
  @Optional() @IsAmount(1, 1000) weight?: number;
  @Optional() @IsIn(["start", "center", "end"]) align?: string;
  @Optional() @IsBoolean() numbers?: boolean;
  @Optional() @IsAmount(1, 2000) line?: number;
  @Optional()
  @IsPair()
  box?: number[];
  @Optional()
  @ListOf(() => IconShapeShape, 500)
  shapes?: IconShapeShape[];
}

class KeptFrameShape {
  @IsAmount(0, 1) offset!: number;
  @MaxLength(10_000) @IsString() value!: string;
  @Optional() @MaxLength(10_000) @IsString() easing?: string;
}

class KeptAnimationShape {
  @IsName() property!: string;
  @ListOf(() => KeptFrameShape, 1000) frames!: KeptFrameShape[];
  @MaxLength(10_000) @IsString() easing!: string;
  @IsAmount(0) duration!: number;
  @IsAmount() delay!: number;
  @ValidateIf((each: KeptAnimationShape) => each.iterations !== null) @IsAmount(0) iterations!:
    | number
    | null;
  @IsIn(["normal", "reverse", "alternate", "alternate-reverse"]) direction!: string;
  @IsIn(["none", "forwards", "backwards", "both"]) fill!: string;
}

class FigureCssShape {
  @MaxLength(1000) @IsString() selector!: string;
  @Describe("What the rule declares apart from animations, as written.")
  @IsArray()
  @ArrayMaxSize(500)
  @MaxLength(10_000, { each: true })
  @IsString({ each: true })
  declarations!: string[];
  @Describe("Whether its place, rotation and scale are one transform.")
  @Optional()
  @IsBoolean()
  isTransform?: boolean;
  @Describe("The property that its color is, if not color.")
  @Optional()
  @IsIn(["background-color", "fill"])
  color?: string;
  @Describe("What values here have more than its own; of scales, how many times as much.")
  @IsObject()
  apart!: object;
  @Describe("Its values at rest as they came.")
  @IsObject()
  rest!: object;
  @Describe("Animations of properties that nothing here moves like; they go back as they came.")
  @Optional()
  @ListOf(() => KeptAnimationShape, 100)
  kept?: KeptAnimationShape[];
}

class FigureShape {
  @IsName() id!: string;
  @IsName() name!: string;
  @IsIn(FIGURE_KINDS.map((kind) => kind.id)) kind!: string;
  @ValidateIf((figure: FigureShape) => figure.parent !== null) @IsName() parent!: string | null;
  @Describe("Fractions of width and height.")
  @Nested(() => PivotShape)
  pivot!: PivotShape;
  @IsIn(FIGURE_HUES) hue!: string;
  @Describe("Values of channels that nothing drives.")
  @IsObject()
  rest!: object;
  @Nested(() => LookShape) look!: LookShape;
  @Describe("The rule of CSS that it was brought in from.")
  @Optional()
  @Nested(() => FigureCssShape)
  css?: FigureCssShape;
}

class SharedCurveShape {
  @IsName() id!: string;
  @IsName() name!: string;
  @IsObject() curve!: object;
}

class TetherShape {
  @IsIn(["start", "marker", "item", "key"]) to!: string;
  @ValidateIf((tether: TetherShape) => tether.to !== "start") @IsName() id?: string;
  @ValidateIf((tether: TetherShape) => tether.to === "item") @IsIn(["start", "end"]) edge?: string;
  @IsAmount() offset!: number;
}

class HandleShape {
  @IsAmount() x!: number;
  @IsAmount() y!: number;
}

/**
 * One key of a track. Documents have up to 100,000 of them, and an instance with metadata for each costs seconds: they
 * are read by `keyFaults`, which is tested against this class field by field.
 */
export class KeyShape {
  @IsName() id!: string;
  @IsAmount() time!: number;
  @IsKeyValue() value!: unknown;
  @Optional() @IsSpanCurve() curve?: object;
  @Describe("Handle of a path through space, px from the point.")
  @Optional()
  @Nested(() => HandleShape)
  in?: HandleShape;
  @Describe("Handle of a path through space, px from the point.")
  @Optional()
  @Nested(() => HandleShape)
  out?: HandleShape;
}

class TrackShape {
  @IsIn(CHANNEL_IDS) channel!: string;
  @Optional() @IsIn(["absolute", "relative"]) mode?: string;
  @Optional() @IsIn(ANGLE_ROUTES) route?: string;
  @Optional() @IsIn(["oklab", "srgb"]) space?: string;
  /** Each with the shape of `KeyShape`. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(LIMITS.keys) keys!: unknown[];
}

class FrontShape {
  @IsIn(["line", "circle"]) shape!: string;
  @IsAmount() x!: number;
  @IsAmount() y!: number;
  @Optional() @IsAmount() angle?: number;
  @Optional() @IsBoolean() closing?: boolean;
  @Optional() @IsAmount(1, 1_000_000) speed?: number;
  @Optional() @IsAmount(0) time?: number;
  @Optional() @IsSpanCurve() curve?: object;
}

class StaggerShape {
  @IsIn(["list", "shuffle", "front"]) order!: string;
  @IsAmount() gap!: number;
  @Optional() @IsAmount() seed?: number;
  @Describe("A line or a circle on the scene that travels.")
  @Optional()
  @Nested(() => FrontShape)
  front?: FrontShape;
}

/** The fields that all items of a sequence have. */
class ItemShape {
  @IsIn(["tween", "group", "cue", "freeze", "shake"]) type!: string;
  @IsName() id!: string;
  @IsName() name!: string;
  @Nested(() => TetherShape) tether!: TetherShape;
  @Describe("Kept and not played.")
  @Optional()
  @IsBoolean()
  disabled?: boolean;
}

class RepeatingShape extends ItemShape {
  @Describe("How often it plays; null for endless.")
  @ValidateIf((item: RepeatingShape) => item.iterations != null)
  @IsAmount(0)
  iterations?: number | null;
  @Optional() @IsIn(DIRECTIONS) direction?: string;
  @Describe("ms between iterations.")
  @Optional()
  @IsAmount(0)
  pause?: number;
  @Optional() @IsIn(FILLS) fill?: string;
}

class ClipShape {
  @IsAmount(0) from!: number;
  @IsAmount(0) to!: number;
}

class TweenShape extends RepeatingShape {
  @IsArray() @ArrayMaxSize(LIMITS.figures) @IsString({ each: true }) figures!: string[];
  @ListOf(() => TrackShape, LIMITS.items) tracks!: TrackShape[];
  @Describe("x and y are one path through space, timed by the curves of x.")
  @Optional()
  @IsBoolean()
  path?: boolean;
  @Describe("The part that is played, ms of its keys.")
  @Optional()
  @Nested(() => ClipShape)
  clip?: ClipShape;
  @Optional() @Nested(() => StaggerShape) stagger?: StaggerShape;
}

class GroupShape extends RepeatingShape {
  @Describe("How fast time runs in it.")
  @Optional()
  @IsAmount(0.01, 100)
  rate?: number;
  @ListOf(() => ItemShape, LIMITS.items, { types: itemTypes() }) items!: ItemShape[];
}

class CueShape extends ItemShape {
  @Optional() @IsIn(SOUNDS.map((sound) => sound.id)) sound?: string;
  @Optional() @IsAmount(0, 1) volume?: number;
}

class FreezeShape extends ItemShape {
  @IsAmount(0) frames!: number;
  @Describe("Whether later things move back by as much; absent means they do.")
  @Optional()
  @IsBoolean()
  push?: boolean;
  @Optional() @IsArray() @IsString({ each: true }) figures?: string[];
}

class ShakeShape extends ItemShape {
  @IsAmount(0) duration!: number;
  @IsAmount(0) frequency!: number;
  @IsAmount() amplitude!: number;
  @Optional() @IsAmount() turn?: number;
  @Optional() @IsSpanCurve() fade?: object;
  @Optional() @IsAmount(0, 1) calm?: number;
  @IsAmount() seed!: number;
  @Optional() @IsArray() @IsString({ each: true }) figures?: string[];
}

/** Chooses the class of a sequence item by its `type`; evaluated late, when all classes exist. */
function itemTypes() {
  return {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: "type",
      get subTypes() {
        return [
          { value: TweenShape, name: "tween" },
          { value: GroupShape, name: "group" },
          { value: CueShape, name: "cue" },
          { value: FreezeShape, name: "freeze" },
          { value: ShakeShape, name: "shake" },
        ];
      },
    },
  };
}

class SourceShape {
  @ValidateIf(({ lever }: SourceShape) => lever === undefined) @IsName() figure?: string;
  @ValidateIf(({ lever }: SourceShape) => lever === undefined)
  @IsIn(CHANNEL_IDS)
  channel?: string;
  @Describe("A lever, in place of a figure's channel.")
  @Optional()
  @IsName()
  lever?: string;
}

class FollowerShape {
  @IsName() id!: string;
  @IsName() figure!: string;
  @IsIn(CHANNEL_IDS) channel!: string;
  @Nested(() => SourceShape) source!: SourceShape;
  @IsIn(["value", "speed"]) of!: string;
  @IsPair() from!: number[];
  @IsPair() to!: number[];
  @Optional() @IsSpanCurve() curve?: object;
  @Optional() @IsBoolean() clamp?: boolean;
  @Optional() @IsAmount(0) lag?: number;
}

class MarkerShape {
  @IsName() id!: string;
  @IsName() name!: string;
  @IsAmount() time!: number;
}

/** The shape of a study document, version 2. References between its objects are checked by `checkStudy`. */
export class StudyShape {
  @Equals(STUDY_FORMAT) format!: string;
  @IsInt() @Min(1) version!: number;
  @IsName() name!: string;
  @Nested(() => SceneShape) scene!: SceneShape;
  @ListOf(() => FigureShape, LIMITS.figures) figures!: FigureShape[];
  @ListOf(() => SharedCurveShape, LIMITS.items) curves!: SharedCurveShape[];
  @ListOf(() => ItemShape, LIMITS.items, { types: itemTypes() }) sequence!: ItemShape[];
  @ListOf(() => FollowerShape, LIMITS.items) followers!: FollowerShape[];
  @ListOf(() => MarkerShape, LIMITS.items) markers!: MarkerShape[];
  @Describe("What answers when the scene is pressed; absent for nothing.")
  @Optional()
  @Nested(() => LiveShape)
  live?: LiveShape;
}

/** All classes of a document, from which its JSON Schema is generated. */
export const DOCUMENT_CLASSES: readonly (new () => object)[] = [
  PivotShape,
  GuideShape,
  SceneShape,
  IconShapeShape,
  FaceShape,
  LookShape,
  FigureShape,
  FigureCssShape,
  KeptAnimationShape,
  KeptFrameShape,
  SharedCurveShape,
  TetherShape,
  HandleShape,
  KeyShape,
  TrackShape,
  FrontShape,
  StaggerShape,
  ItemShape,
  RepeatingShape,
  ClipShape,
  TweenShape,
  GroupShape,
  CueShape,
  FreezeShape,
  ShakeShape,
  SourceShape,
  FollowerShape,
  MarkerShape,
  ...LIVE_CLASSES,
  StudyShape,
];
