import type { Fault } from "@levitas/core/fault";

/** A refusal on its way to the client: an HTTP status and the faults behind it. */
export class FaultsError extends Error {
  readonly status: number;
  readonly faults: readonly Fault[];
  /** Sent along, such as the present state for a stale save. */
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(
    status: number,
    faults: readonly Fault[],
    extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(faults.map((fault) => `${fault.path} ${fault.message}`).join("; "));
    this.status = status;
    this.faults = faults;
    this.extra = extra;
  }

  /** For a single reason. */
  static one(
    status: number,
    code: string,
    message: string,
    cure: string,
    extra: Readonly<Record<string, unknown>> = {},
  ): FaultsError {
    return new FaultsError(status, [{ code, path: "", message, cure }], extra);
  }
}
