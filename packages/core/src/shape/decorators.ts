import { ValidateBy, ValidateIf, type ValidationOptions } from "class-validator";
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

/** A field that may be absent. Unlike `IsOptional` of class-validator it does not let null pass for absent. */
export function Optional(): PropertyDecorator {
  return ValidateIf((_, value) => value !== undefined);
}
