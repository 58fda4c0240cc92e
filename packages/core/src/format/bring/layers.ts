/** Where a rule stands among the cascade layers: the place of each layer in the one around it, from outside in. */
export type Layer = readonly number[];

/** The cascade layers of a style sheet, which count in the order in which they are named first. */
export interface Layers {
  /** What stands in no layer. */
  readonly none: Layer;
  /** A layer in another one, by its name, such as `base` or `base.chips`; without one it is a layer of its own. */
  within(outer: Layer, name: string): Layer;
}

/** No layers yet. */
export function layersOf(): Layers {
  const places = new Map<string, number>();
  const counts = new Map<string, number>();
  let unnamed = 0;
  const within = (outer: Layer, name: string): Layer => {
    const layer = [...outer];
    for (const part of (name.trim() || `(${unnamed++})`).split(".")) {
      const parent = layer.join(".");
      const key = `${parent} ${part.trim()}`;
      const place = places.get(key) ?? counts.get(parent) ?? 0;
      if (!places.has(key)) counts.set(parent, place + 1);
      places.set(key, place);
      layer.push(place);
    }
    return layer;
  };
  return { none: [], within };
}

/**
 * Which of two layers counts more: positive for the first one. What stands in no layer of those around it counts more than
 * what stands in one. Source: CSS Cascade 5, section 6.4.
 */
export function compareLayers(a: Layer, b: Layer): number {
  for (let i = 0; ; i++) {
    const [one, other] = [a[i] ?? Number.POSITIVE_INFINITY, b[i] ?? Number.POSITIVE_INFINITY];
    if (one !== other) return one - other;
    if (one === Number.POSITIVE_INFINITY) return 0;
  }
}
