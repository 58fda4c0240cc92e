import "reflect-metadata";
import { budgetFault, type Fault, FaultList, shortValue } from "@levitas/core/fault";
import { type ArgumentMetadata, ValidationPipe } from "@nestjs/common";
import type { ValidationError } from "class-validator";
import { FaultsError } from "./faultsError.ts";

/** Most faults of one request that are told. */
const MOST_FAULTS = 50;

const OPAQUE = Symbol("opaque");

/**
 * A field that holds a document which the core reads: the pipe sees that it is an object and hands it on as it came.
 * Class-transformer would copy it field by field, which takes longer than reading it.
 */
export function Opaque(): PropertyDecorator {
  return (target, key) => {
    const before: readonly (string | symbol)[] = Reflect.getMetadata(OPAQUE, target) ?? [];
    Reflect.defineMetadata(OPAQUE, [...before, key], target);
  };
}

class InputPipe extends ValidationPipe {
  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    const names: readonly string[] =
      (metadata.metatype && Reflect.getMetadata(OPAQUE, metadata.metatype.prototype)) ?? [];
    if (typeof value !== "object" || value === null) return super.transform(value, metadata);
    const input = { ...value } as Record<string, unknown>;
    const held: Record<string, unknown> = {};
    for (const name of names) {
      const document = input[name];
      if (typeof document !== "object" || document === null || Array.isArray(document)) continue;
      held[name] = document;
      input[name] = {};
    }
    // Fields with the names of functions only show in the objects; the core looks at what is handed on to it.
    const excess = budgetFault(input);
    if (excess) throw new FaultsError(400, [excess]);
    if (names.length === 0) return super.transform(value, metadata);
    return Object.assign((await super.transform(input, metadata)) as object, held);
  }
}

/** Checks every input against its class; what a class does not name is refused. */
export function inputValidation(): ValidationPipe {
  return new InputPipe({
    whitelist: true,
    forbidNonWhitelisted: true,
    transform: true,
    exceptionFactory: (errors) => {
      const faults = new FaultList(MOST_FAULTS);
      for (const error of errors) describe(error, "", faults);
      return new FaultsError(400, faults.all);
    },
  });
}

function describe(error: ValidationError, parent: string, faults: FaultList): void {
  if (faults.isFull) return;
  const path = parent ? `${parent}.${error.property}` : error.property;
  for (const [code, text] of Object.entries(error.constraints ?? {})) {
    const fault: Fault = {
      code: code.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`),
      path,
      message: `Found ${shortValue(error.value)}.`,
      cure: `${text.charAt(0).toUpperCase()}${text.slice(1)}.`,
    };
    faults.push(fault);
  }
  for (const child of error.children ?? []) describe(child, path, faults);
}
