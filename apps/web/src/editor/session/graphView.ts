/** Heights of a graph, px: values over speeds. */
export const GRAPH = { top: 12, bottom: 146, speedTop: 162, speedBottom: 208 } as const;

/** Which values an unfolded lane shows. View state: neither saved nor undone. */
export class GraphView {
  min = 0;
  max = 1;
  /** False once a person has zoomed or panned the values; fitting makes it true again. */
  fitted = true;
  /** Counts up with every change, so that drawing can tell. */
  version = 0;

  toY(value: number): number {
    return GRAPH.bottom - ((value - this.min) / (this.max - this.min)) * (GRAPH.bottom - GRAPH.top);
  }

  fromY(y: number): number {
    return this.min + ((GRAPH.bottom - y) / (GRAPH.bottom - GRAPH.top)) * (this.max - this.min);
  }

  /** Units per px. */
  get perPixel(): number {
    return (this.max - this.min) / (GRAPH.bottom - GRAPH.top);
  }

  /** Shows all values between two, with room; a flat range gets some height. */
  fit(low: number, high: number): void {
    const height = high - low;
    const room = height > 1e-9 ? height * 0.12 : 1;
    this.set(low - room, high + room);
    this.fitted = true;
  }

  zoomAt(y: number, factor: number): void {
    const value = this.fromY(y);
    this.fitted = false;
    this.set(value - (value - this.min) / factor, value + (this.max - value) / factor);
  }

  panBy(dy: number): void {
    const by = dy * this.perPixel;
    this.fitted = false;
    this.set(this.min + by, this.max + by);
  }

  private set(min: number, max: number): void {
    if (!(max - min > 1e-9) || (min === this.min && max === this.max)) return;
    this.min = min;
    this.max = max;
    this.version++;
  }
}

/** Values for a labelled axis: round numbers, about `count` of them. */
export function axisTicks(min: number, max: number, count: number): number[] {
  const raw = (max - min) / count;
  const magnitude = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 2.5, 5, 10].map((each) => each * magnitude).find((each) => each >= raw);
  if (!step || !Number.isFinite(step)) return [];
  const ticks: number[] = [];
  for (let i = Math.ceil(min / step); i * step <= max && ticks.length < 20; i++)
    ticks.push(i * step + 0);
  return ticks;
}
