/** A longer time between two frames is one that was missed, ms. */
const MISSED = 22;
/** A longer one is a pause, ms. */
const PAUSE = 250;
/** For how many frames after one that was missed what stands beside takes turns. */
const TURNS = 30;

/**
 * What is drawn once a frame: what has to come in time in each, and what stands beside it. While frames are missed, what
 * stands beside takes turns.
 */
export class FrameTurns<Frame> {
  private readonly first = new Set<(frame: Frame) => void>();
  private readonly beside = new Set<(frame: Frame) => void>();
  private drawnAt = 0;
  private turns = 0;

  /** Draws from now on, until what it answers is called. */
  add(draw: (frame: Frame) => void, isBeside: boolean): () => void {
    const drawers = isBeside ? this.beside : this.first;
    drawers.add(draw);
    return () => drawers.delete(draw);
  }

  /**
   * @param at when the frame is, ms of the page
   * @param moves whether more frames come: the last one is drawn whole
   */
  draw(frame: Frame, at: number, moves: boolean): void {
    const gap = at - this.drawnAt;
    this.drawnAt = at;
    this.turns = gap > MISSED && gap < PAUSE ? TURNS : Math.max(this.turns - 1, 0);
    for (const draw of this.first) draw(frame);
    let place = 0;
    for (const draw of this.beside)
      if (!moves || this.turns === 0 || place++ % 2 === this.turns % 2) draw(frame);
  }
}
