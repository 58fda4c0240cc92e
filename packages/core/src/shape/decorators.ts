import { ValidateBy, type ValidationOptions } from "class-validator";
import { isSpanCurve } from "./plain.ts";

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
