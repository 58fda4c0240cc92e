/** How the scene lies in its window: px of the screen per px of the scene, and its top left corner. */
export interface Placement {
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

const LEAST = 0.05;
const MOST = 16;

/** Which part of the scene is looked at. View state: neither saved nor undone. */
export class Camera implements Placement {
  scale = 1;
  left = 0;
  top = 0;
  /** True until a person zooms or pans; then it no longer follows the size of the window. */
  fitted = true;
  private width = 1;
  private height = 1;
  private scene = { width: 1, height: 1 };
  private readonly watchers = new Set<() => void>();

  /** Says how large the window and the scene are, px each. */
  resize(width: number, height: number, scene: { width: number; height: number }): void {
    this.width = width;
    this.height = height;
    this.scene = scene;
    if (this.fitted) this.fit();
    else this.tell();
  }

  /** Shows the whole scene. */
  fit(): void {
    const { width, height } = this.scene;
    this.scale = Math.min(this.width / width, this.height / height);
    this.left = (this.width - width * this.scale) / 2;
    this.top = (this.height - height * this.scale) / 2;
    this.fitted = true;
    this.tell();
  }

  /** Shows a box of the scene with room around it, px of the scene. */
  show(box: { left: number; top: number; right: number; bottom: number }): void {
    const [width, height] = [box.right - box.left, box.bottom - box.top];
    const scale =
      0.8 * Math.min(this.width / Math.max(width, 20), this.height / Math.max(height, 20));
    this.scale = Math.min(Math.max(scale, LEAST), MOST);
    this.left = this.width / 2 - ((box.left + box.right) / 2) * this.scale;
    this.top = this.height / 2 - ((box.top + box.bottom) / 2) * this.scale;
    this.fitted = false;
    this.tell();
  }

  /** Zooms so that what is under a place of the window stays there. */
  zoomAt(x: number, y: number, factor: number): void {
    const scale = Math.min(Math.max(this.scale * factor, LEAST), MOST);
    this.left = x - ((x - this.left) * scale) / this.scale;
    this.top = y - ((y - this.top) * scale) / this.scale;
    this.scale = scale;
    this.fitted = false;
    this.tell();
  }

  panBy(dx: number, dy: number): void {
    this.left += dx;
    this.top += dy;
    this.fitted = false;
    this.tell();
  }

  /** A place of the window in the scene, px. */
  toScene(x: number, y: number): { x: number; y: number } {
    return { x: (x - this.left) / this.scale, y: (y - this.top) / this.scale };
  }

  /** Size of the window, px. */
  get window(): { width: number; height: number } {
    return { width: this.width, height: this.height };
  }

  onChange(watcher: () => void): () => void {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  }

  private tell(): void {
    for (const watcher of this.watchers) watcher();
  }
}
