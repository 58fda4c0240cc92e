import type { Fault } from "@levitas/core/fault";
import { type ValidationError, ValidationPipe } from "@nestjs/common";
import { FaultsError } from "./faultsError.ts";

/** Checks every input against its class; what a class does not name is refused. */
export function inputValidation(): ValidationPipe {
  return new ValidationPipe({
    whitelist: true,
    forbidNonWhitelisted: true,
    transform: true,
    exceptionFactory: (errors) =>
      new FaultsError(
        400,
        errors.flatMap((error) => describe(error, "")),
      ),
  });
}

function describe(error: ValidationError, parent: string): Fault[] {
  const path = parent ? `${parent}.${error.property}` : error.property;
  const own = Object.entries(error.constraints ?? {}).map(
    ([code, text]): Fault => ({
      code,
      path,
      message: `Found ${error.value === undefined ? "nothing" : JSON.stringify(error.value)?.slice(0, 60)}.`,
      cure: `${text.charAt(0).toUpperCase()}${text.slice(1)}.`,
    }),
  );
  return [...own, ...(error.children ?? []).flatMap((child) => describe(child, path))];
}
