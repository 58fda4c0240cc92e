/** Room around the plot for letters, px. */
export const INSET = { left: 34, right: 14, top: 10, bottom: 22 } as const;

/** The least range of values shown: always some room to pull a handle past the ends. */
const LEAST = { min: -0.22, max: 1.28 };

/** Which part of a curve's square is shown, and where on the screen. View state, not document. */
export class PlotView {
  width = 300;
  height = 260;
  x0 = 0;
  x1 = 1;
  y0 = LEAST.min;
  y1 = LEAST.max;
  /** False once a person has zoomed or panned; fitting makes it true again. */
  fitted = true;
  /** Counts up with every change, so that drawing can tell. */
  version = 0;

  toX(p: number): number {
    return INSET.left + ((p - this.x0) / (this.x1 - this.x0)) * this.innerWidth;
  }

  toY(value: number): number {
    return INSET.top + ((this.y1 - value) / (this.y1 - this.y0)) * this.innerHeight;
  }

  fromX(x: number): number {
    return this.x0 + ((x - INSET.left) / this.innerWidth) * (this.x1 - this.x0);
  }

  fromY(y: number): number {
    return this.y1 - ((y - INSET.top) / this.innerHeight) * (this.y1 - this.y0);
  }

  /** Progress per px and value per px. */
  get perPixel(): { x: number; y: number } {
    return { x: (this.x1 - this.x0) / this.innerWidth, y: (this.y1 - this.y0) / this.innerHeight };
  }

  get innerWidth(): number {
    return Math.max(this.width - INSET.left - INSET.right, 1);
  }

  get innerHeight(): number {
    return Math.max(this.height - INSET.top - INSET.bottom, 1);
  }

  resize(width: number, height: number): void {
    if (width === this.width && height === this.height) return;
    this.width = width;
    this.height = height;
    this.version++;
  }

  /** Shows everything between two values, overshoot and handles included, with room around it. */
  fit(min: number, max: number): void {
    const low = Math.min(min, 0);
    const high = Math.max(max, 1);
    const room = 0.1 * (high - low);
    this.show(0, 1, Math.min(low - room, LEAST.min), Math.max(high + room, LEAST.max));
    this.fitted = true;
  }

  /** Widens the view just enough to show a value; never narrows it. */
  include(value: number): void {
    const room = 0.06 * (this.y1 - this.y0);
    if (value > this.y1 - room) this.show(this.x0, this.x1, this.y0, value + room);
    if (value < this.y0 + room) this.show(this.x0, this.x1, value - room, this.y1);
  }

  /** Zooms about a place on the screen; `time` and `value` say which axes take part. */
  zoomAt(x: number, y: number, factor: number, axes: { time: boolean; value: boolean }): void {
    const p = this.fromX(x);
    const v = this.fromY(y);
    const around = (center: number, edge: number, part: boolean) =>
      part ? center + (edge - center) / factor : edge;
    this.show(
      around(p, this.x0, axes.time),
      around(p, this.x1, axes.time),
      around(v, this.y0, axes.value),
      around(v, this.y1, axes.value),
    );
    this.fitted = false;
  }

  panBy(dx: number, dy: number): void {
    const { x, y } = this.perPixel;
    this.show(this.x0 - dx * x, this.x1 - dx * x, this.y0 + dy * y, this.y1 + dy * y);
    this.fitted = false;
  }

  private show(x0: number, x1: number, y0: number, y1: number): void {
    // Closer than this, rounding shows; further out, nothing can be told apart.
    if (x1 - x0 < 1e-3 || x1 - x0 > 20 || y1 - y0 < 1e-3 || y1 - y0 > 200) return;
    if (x0 === this.x0 && x1 === this.x1 && y0 === this.y0 && y1 === this.y1) return;
    this.x0 = x0;
    this.x1 = x1;
    this.y0 = y0;
    this.y1 = y1;
    this.version++;
  }
}
