import { type Fault, faultText } from "@levitas/core/fault";

/** The input is at fault; ends a command with status 1. One line per fault. */
export class InputFault extends Error {
  readonly lines: readonly string[];

  constructor(lines: readonly string[]) {
    super(lines.join("\n"));
    this.lines = lines;
  }

  /** From faults, each line led by what was read. */
  static of(what: string, faults: readonly Fault[]): InputFault {
    return new InputFault(faults.map((fault) => `${what}: ${faultText(fault)}`));
  }
}
