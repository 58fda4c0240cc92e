import { printCurve } from "@levitas/core/curve";
import type { NamedCurve } from "@levitas/core/format";
import { ApiError, request } from "./client.ts";

/** A curve of one's own as the server keeps it. Times in ms since 1970. */
export interface StoredCurve extends NamedCurve {
  readonly id: string;
  readonly revision: number;
  readonly createdAt: number;
  readonly changedAt: number;
}

interface Sent extends Omit<StoredCurve, "curve"> {
  readonly notation: string;
}

async function received(answer: Promise<Sent> | Sent): Promise<StoredCurve> {
  const [only] = await receivedAll([await answer]);
  return only as StoredCurve;
}

async function receivedAll(list: readonly Sent[]): Promise<readonly StoredCurve[]> {
  if (list.length === 0) return [];
  const { parseCurve } = await import("./curveParser.ts");
  return list.map(({ notation, ...rest }) => {
    const curve = parseCurve(notation);
    if (!curve.ok) throw new ApiError(500, curve.faults, undefined);
    return { ...rest, curve: curve.value };
  });
}

function sent({ name, curve, tags, notes, duration }: NamedCurve) {
  return { name, notation: printCurve(curve), tags, notes, duration };
}

export async function listCurves(signal: AbortSignal): Promise<readonly StoredCurve[]> {
  const { curves } = await request<{ curves: Sent[] }>("GET", "/curves", { signal });
  return receivedAll(curves);
}

export async function readStoredCurve(id: string, signal?: AbortSignal): Promise<StoredCurve> {
  const path = `/curves/${encodeURIComponent(id)}`;
  return received(request<Sent>("GET", path, signal ? { signal } : {}));
}

export async function createCurve(curve: NamedCurve): Promise<StoredCurve> {
  return received(request<Sent>("POST", "/curves", { body: sent(curve) }));
}

export async function createCurves(curves: readonly NamedCurve[]): Promise<readonly StoredCurve[]> {
  const body = { curves: curves.map(sent) };
  const answer = await request<{ curves: Sent[] }>("POST", "/curves/import", { body });
  return receivedAll(answer.curves);
}

export async function duplicateCurve(id: string): Promise<StoredCurve> {
  return received(request<Sent>("POST", `/curves/${id}/duplicate`));
}

export function deleteCurve(id: string): Promise<void> {
  return request("DELETE", `/curves/${id}`);
}

export async function restoreCurve(id: string): Promise<StoredCurve> {
  return received(request<Sent>("POST", `/curves/${id}/restore`));
}

/** What a save came to; anything else rejects. */
export type CurveSaveResult =
  | { readonly kind: "saved"; readonly revision: number }
  | { readonly kind: "stale"; readonly current: StoredCurve };

/** Saves a curve made from a revision. */
export async function saveCurve(
  id: string,
  curve: NamedCurve,
  madeFrom: number,
): Promise<CurveSaveResult> {
  try {
    const options = { body: sent(curve), ifMatch: madeFrom };
    const { revision } = await request<Sent>("PUT", `/curves/${id}`, options);
    return { kind: "saved", revision };
  } catch (error) {
    if (error instanceof ApiError && error.status === 412) {
      const { current } = error.body as { current: Sent };
      return { kind: "stale", current: await received(current) };
    }
    throw error;
  }
}
