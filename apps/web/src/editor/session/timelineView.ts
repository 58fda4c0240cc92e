/** Narrowest and widest a millisecond may be drawn, px. */
const LEAST = 0.002;
const MOST = 8;

/** Which stretch of time the timeline shows. View state: neither saved nor undone. */
export class TimelineView {
  /** Time at the left edge, ms; may be a little below 0. */
  from = 0;
  /** px per ms. */
  scale = 0.2;
  width = 560;
  private readonly watchers = new Set<() => void>();

  toX(time: number): number {
    return (time - this.from) * this.scale;
  }

  toTime(x: number): number {
    return this.from + x / this.scale;
  }

  /** Shows a stretch of time with some room around it. */
  fit(from: number, to: number): void {
    // The names of the last bars stand to the right of them.
    const room = { left: 36, right: 96 };
    const scale = Math.max(this.width - room.left - room.right, 50) / Math.max(to - from, 100);
    this.set(from - room.left / scale, scale);
  }

  /** Zooms so that the time under `x` stays there. */
  zoomAt(x: number, factor: number): void {
    const time = this.toTime(x);
    const scale = Math.min(Math.max(this.scale * factor, LEAST), MOST);
    this.set(time - x / scale, scale);
  }

  panBy(pixels: number): void {
    this.set(this.from - pixels / this.scale, this.scale);
  }

  /** Brings a time into sight, near the left edge, if it is out of it. */
  reveal(time: number): void {
    const x = this.toX(time);
    if (x >= 0 && x <= this.width) return;
    this.set(time - (this.width * 0.12) / this.scale, this.scale);
  }

  resize(width: number): void {
    if (width === this.width || width <= 0) return;
    this.width = width;
    for (const watcher of this.watchers) watcher();
  }

  onChange(watcher: () => void): () => void {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  }

  private set(from: number, scale: number): void {
    this.scale = Math.min(Math.max(scale, LEAST), MOST);
    // A little room before 0 keeps the first key off the edge; nothing lies further left.
    this.from = Math.max(from, -60 / this.scale);
    for (const watcher of this.watchers) watcher();
  }
}
