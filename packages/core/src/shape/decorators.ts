import "reflect-metadata";
import { Type, type TypeOptions } from "class-transformer";
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsNumber,
  IsObject,
  IsString,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  ValidateIf,
  ValidateNested,
  type ValidationOptions,
} from "class-validator";
import { isKeyValue, isSpanCurve, LARGEST_NUMBER } from "./plain.ts";

/** The most letters of an id or a name. */
export const LONGEST_NAME = 200;

/** A curve with a kind, or a reference to a shared one. */
export function IsSpanCurve(options?: ValidationOptions): PropertyDecorator {
  return ValidateBy(
    {
      name: "isSpanCurve",
      validator: {
        validate: isSpanCurve,
        defaultMessage: () => 'curve must be an object with "kind", or {"shared": ID}',
      },
    },
    options,
  );
}

/** A field that may be absent. Unlike `IsOptional` of class-validator it does not let null pass for absent. */
export function Optional(): PropertyDecorator {
  return ValidateIf((_, value) => value !== undefined);
}

/** The value of a key: a number, a color as text, or `{"found": true}`. */
export function IsKeyValue(options?: ValidationOptions): PropertyDecorator {
  return ValidateBy(
    {
      name: "isKeyValue",
      validator: {
        validate: isKeyValue,
        defaultMessage: () => 'value must be a finite number, a color, or {"found": true}',
      },
    },
    options,
  );
}

const DESCRIPTION = Symbol("description");

/** Describes a field; the description is copied into the JSON Schema. */
export function Describe(text: string): PropertyDecorator {
  return (target, key) => Reflect.defineMetadata(DESCRIPTION, text, target, key);
}

/** The description that `Describe` gave a field of a class. */
export function descriptionOf(type: new () => object, key: string): string | undefined {
  return Reflect.getMetadata(DESCRIPTION, type.prototype, key) as string | undefined;
}

/** A finite number between two bounds; by default up to `LARGEST_NUMBER`. */
export function IsAmount(min = -LARGEST_NUMBER, max = LARGEST_NUMBER): PropertyDecorator {
  return (target, key) => {
    IsNumber()(target, key);
    Min(min)(target, key);
    Max(max)(target, key);
  };
}

/** A short text: an id or a name. */
export function IsName(): PropertyDecorator {
  return (target, key) => {
    IsString()(target, key);
    MinLength(1)(target, key);
    MaxLength(LONGEST_NAME)(target, key);
  };
}

const NESTED = Symbol("nested");

/** The class of what a field holds, or the one of its items, with those that a field of theirs tells apart. */
export interface NestedType {
  readonly type: () => new () => object;
  readonly types?: TypeOptions | undefined;
}

/** The class of what a field of a class holds, itself or in a list; undefined where it holds no objects of a class. */
export function nestedTypeOf(type: new () => object, key: string): NestedType | undefined {
  return Reflect.getMetadata(NESTED, type.prototype, key) as NestedType | undefined;
}

/** An object of a class. */
export function Nested(type: () => new () => object): PropertyDecorator {
  return (target, key) => {
    IsObject()(target, key);
    ValidateNested()(target, key);
    Type(type)(target, key);
    Reflect.defineMetadata(NESTED, { type } satisfies NestedType, target, key);
  };
}

/** A list of at most `max` objects of a class; nested lists, which class-validator would accept, are refused. */
export function ListOf(
  type: () => new () => object,
  max: number,
  { min = 0, types }: { min?: number; types?: TypeOptions } = {},
): PropertyDecorator {
  return (target, key) => {
    IsArray()(target, key);
    ArrayMinSize(min)(target, key);
    ArrayMaxSize(max)(target, key);
    IsObject({ each: true })(target, key);
    ValidateNested({ each: true })(target, key);
    Type(type, types)(target, key);
    Reflect.defineMetadata(NESTED, { type, types } satisfies NestedType, target, key);
  };
}

/** Two numbers. */
export function IsPair(): PropertyDecorator {
  return (target, key) => {
    IsArray()(target, key);
    ArrayMinSize(2)(target, key);
    ArrayMaxSize(2)(target, key);
    IsNumber({}, { each: true })(target, key);
    Min(-LARGEST_NUMBER, { each: true })(target, key);
    Max(LARGEST_NUMBER, { each: true })(target, key);
  };
}
