import type { Fault } from "@levitas/core/fault";

/** A refusal by the server, or no answer at all (status 0). */
export class ApiError extends Error {
  readonly status: number;
  readonly faults: readonly Fault[];
  readonly body: unknown;

  constructor(status: number, faults: readonly Fault[], body: unknown) {
    super(faults.map((fault) => `${fault.message} ${fault.cure}`).join(" "));
    this.status = status;
    this.faults = faults;
    this.body = body;
  }
}

const UNREACHABLE: Fault = {
  code: "unreachable",
  path: "",
  message: "The server cannot be reached.",
  cure: "Start it again with npm start; your work is kept in this browser meanwhile.",
};

/** Of requests that outlive their page browsers take 64 KB together; more letters than this are sent as others are. */
const MOST_OUTLIVING = 20_000;

/** One request to the server; resolves to the JSON it answers, rejects with an `ApiError`. */
export async function request<T>(
  method: "GET" | "POST" | "PUT" | "DELETE",
  path: string,
  options: {
    body?: unknown;
    html?: string;
    ifMatch?: number;
    signal?: AbortSignal;
    /** Whether it goes on when the page goes; for little only. */
    outlivesPage?: boolean;
  } = {},
): Promise<T> {
  const headers: Record<string, string> = {};
  if (options.body !== undefined) headers["Content-Type"] = "application/json";
  if (options.html !== undefined) headers["Content-Type"] = "text/html";
  if (options.ifMatch !== undefined) headers["If-Match"] = `"${options.ifMatch}"`;
  const sent = options.body === undefined ? (options.html ?? null) : JSON.stringify(options.body);
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers,
      body: sent,
      signal: options.signal ?? null,
      keepalive: options.outlivesPage === true && (sent?.length ?? 0) < MOST_OUTLIVING,
    });
    const text = await response.text();
    body = text === "" ? undefined : JSON.parse(text);
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new ApiError(0, [UNREACHABLE], undefined);
  }
  if (response.ok) return body as T;
  throw new ApiError(response.status, faultsOf(body, response.status), body);
}

function faultsOf(body: unknown, status: number): readonly Fault[] {
  const error =
    typeof body === "object" && body !== null && "error" in body ? body.error : undefined;
  if (
    typeof error === "object" &&
    error !== null &&
    "faults" in error &&
    Array.isArray(error.faults)
  )
    return error.faults as Fault[];
  return [
    { code: "refused", path: "", message: `The server answered ${status}.`, cure: "Try again." },
  ];
}
