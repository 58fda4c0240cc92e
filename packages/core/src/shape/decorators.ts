import { ValidateBy, type ValidationOptions } from "class-validator";
import { isKeyValue, isSpanCurve } from "./plain.ts";

/** A number, a text, or `{"found": true}`. */
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
