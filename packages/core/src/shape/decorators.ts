import "reflect-metadata";
import { ValidateBy, ValidateIf, type ValidationOptions } from "class-validator";
import { isKeyValue, isSpanCurve } from "./plain.ts";

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
