import {
  type CompiledCurve,
  type Curve,
  compileCurve,
  HOLD,
  LINEAR,
  newCurveMemory,
} from "../../curve/index.ts";
import type { ChannelKind, Key, SharedCurve } from "../../study/index.ts";

/** The curve of a span, as data and compiled. */
export interface SpanCurve {
  readonly curve: Curve;
  readonly compiled: CompiledCurve;
}

/**
 * Where the keys of tracks get their compiled curves from. A shared curve is compiled once for all spans that follow
 * it, and a keyword once for all that name it.
 */
export interface CurveSource {
  /** The curve of the span that begins at a key. */
  of(key: Pick<Key, "curve">, kind?: ChannelKind): SpanCurve;
}

/** A source over the shared curves of one state of a study. */
export function curveSource(shared: readonly SharedCurve[]): SharedCurves {
  const source = new SharedCurves();
  source.update(shared);
  return source;
}

const LINEAR_SPAN: SpanCurve = { curve: LINEAR, compiled: compileCurve(LINEAR) };
const HOLD_SPAN: SpanCurve = { curve: HOLD, compiled: compileCurve(HOLD) };

export class SharedCurves implements CurveSource {
  private list: readonly SharedCurve[] = [];
  private byId = new Map<string, SharedCurve>();
  private readonly compiled = new Map<string, SpanCurve>();
  private readonly keywords = new Map<string, CompiledCurve>();
  private readonly memory = newCurveMemory();

  /** Takes the shared curves of another state; gives the ids of those that are others than before. */
  update(shared: readonly SharedCurve[]): ReadonlySet<string> {
    const changed = new Set<string>();
    if (shared === this.list) return changed;
    const before = this.byId;
    this.list = shared;
    this.byId = new Map();
    // Of two with one id the first counts.
    for (const each of shared) if (!this.byId.has(each.id)) this.byId.set(each.id, each);
    for (const [id, each] of this.byId) if (before.get(id)?.curve !== each.curve) changed.add(id);
    for (const id of before.keys()) if (!this.byId.has(id)) changed.add(id);
    for (const id of changed) this.compiled.delete(id);
    return changed;
  }

  of({ curve }: Pick<Key, "curve">, kind?: ChannelKind): SpanCurve {
    // A switch does not go from one value to the other: it holds.
    if (kind === "switch") return HOLD_SPAN;
    if (curve === undefined) return LINEAR_SPAN;
    if (!("shared" in curve)) return { curve, compiled: this.compile(curve) };
    const known = this.compiled.get(curve.shared);
    if (known) return known;
    const shared = this.byId.get(curve.shared)?.curve;
    if (!shared) return LINEAR_SPAN;
    const span: SpanCurve = { curve: shared, compiled: this.compile(shared) };
    this.compiled.set(curve.shared, span);
    return span;
  }

  private compile(curve: Curve): CompiledCurve {
    if (curve.kind !== "keyword") return compileCurve(curve, this.memory);
    const known = this.keywords.get(curve.name);
    if (known) return known;
    const made = compileCurve(curve);
    this.keywords.set(curve.name, made);
    return made;
  }
}
