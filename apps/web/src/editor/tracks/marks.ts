/**
 * What is painted on a row of the timeline, and where the pointer finds it. All of it is plain data in px, from the left
 * edge of the time axis and the top of the row, so that it can be tested without a screen.
 */

/** A color: a token of the theme, such as "spruce", or CSS text, such as "#1b6b5a". */
export type Ink = string;

export type Mark =
  | {
      readonly type: "box";
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly radius?: number;
      readonly fill?: Ink;
      readonly stroke?: Ink;
      readonly lineWidth?: number;
      /** 0 to 1, of fill and stroke together. */
      readonly alpha?: number;
    }
  | {
      readonly type: "line";
      /** x and y in turn; a pair of NaN begins a new stretch. */
      readonly points: ArrayLike<number>;
      readonly stroke?: Ink;
      readonly fill?: Ink;
      readonly lineWidth?: number;
      readonly dash?: readonly number[];
      readonly alpha?: number;
    }
  | {
      readonly type: "disc";
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly fill?: Ink;
      readonly stroke?: Ink;
      readonly lineWidth?: number;
      readonly alpha?: number;
    }
  | {
      readonly type: "picture";
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly image: CanvasImageSource;
      readonly alpha?: number;
    }
  | {
      readonly type: "text";
      readonly x: number;
      /** Of the baseline. */
      readonly y: number;
      readonly text: string;
      readonly ink: Ink;
      /** Weight and size, such as "500 11.5px". */
      readonly font: string;
      readonly anchor?: "start" | "end";
      readonly alpha?: number;
    };

/** A place of a row at which the pointer finds something. */
export interface Hit<Target> {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly target: Target;
  readonly cursor: string;
  /** Said when the pointer rests there. */
  readonly title: string;
  /** For what is found along a line only: x and y in turn, and how far from it, px. */
  readonly along?: { readonly points: ArrayLike<number>; readonly reach: number };
}

/** A row of the timeline as it is painted. Of hits that overlap, the later one is in front. */
export interface RowPicture<Target> {
  readonly marks: readonly Mark[];
  readonly hits: readonly Hit<Target>[];
}

/** Where a row lies, px from the top of the first one. */
export interface RowPlace {
  readonly top: number;
  readonly height: number;
}

/** The places of rows below each other. */
export function rowPlaces(heights: readonly number[]): RowPlace[] {
  let top = 0;
  return heights.map((height) => {
    const place = { top, height };
    top += height;
    return place;
  });
}

/** Index of the row at a height, by bisection; −1 above the first and below the last. */
export function rowAt(places: readonly RowPlace[], y: number): number {
  let [low, high] = [0, places.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    const { top, height } = places[middle] as RowPlace;
    if (y < top) high = middle - 1;
    else if (y >= top + height) low = middle + 1;
    else return middle;
  }
  return -1;
}

/** What the pointer finds at a place of a row, if anything: what lies in front. */
export function hitAt<Target>(
  picture: RowPicture<Target>,
  x: number,
  y: number,
): Hit<Target> | undefined {
  return picture.hits.findLast(
    (hit) =>
      x >= hit.x &&
      x <= hit.x + hit.width &&
      y >= hit.y &&
      y <= hit.y + hit.height &&
      (!hit.along || distanceTo(hit.along.points, x, y) <= hit.along.reach),
  );
}

/** How far a place is from a line of x and y in turn, px. */
export function distanceTo(points: ArrayLike<number>, x: number, y: number): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const [ax, ay] = [points[i] as number, points[i + 1] as number];
    const [dx, dy] = [(points[i + 2] as number) - ax, (points[i + 3] as number) - ay];
    const length = dx * dx + dy * dy;
    const part = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
    const at = Math.min(Math.max(part, 0), 1);
    least = Math.min(least, Math.hypot(x - ax - at * dx, y - ay - at * dy));
  }
  return least;
}

/** The hits whose middle lies within a box of the row. */
export function hitsWithin<Target>(
  picture: RowPicture<Target>,
  box: {
    readonly left: number;
    readonly right: number;
    readonly top: number;
    readonly bottom: number;
  },
): Hit<Target>[] {
  return picture.hits.filter(({ x, y, width, height }) => {
    const [middleX, middleY] = [x + width / 2, y + height / 2];
    return (
      middleX >= box.left && middleX <= box.right && middleY >= box.top && middleY <= box.bottom
    );
  });
}

/** A grip: an arrow that points away from its bar. */
export function chevron(x: number, y: number, way: 1 | -1, size = 5): Mark {
  return {
    type: "line",
    points: [x - way * 2, y - size, x + way * 3, y, x - way * 2, y + size],
    stroke: "edge",
    lineWidth: 2,
  };
}

/** The box around marks, with the room their lines take; undefined for none. Text is left out: its width is not known. */
export function boundsOf(
  marks: readonly Mark[],
): { left: number; top: number; right: number; bottom: number } | undefined {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  const take = (x: number, y: number, around: number) => {
    left = Math.min(left, x - around);
    right = Math.max(right, x + around);
    top = Math.min(top, y - around);
    bottom = Math.max(bottom, y + around);
  };
  for (const mark of marks) {
    const around = "lineWidth" in mark && mark.lineWidth ? mark.lineWidth : 1;
    if (mark.type === "disc") take(mark.x, mark.y, mark.radius + around);
    else if (mark.type === "line")
      for (let i = 0; i + 1 < mark.points.length; i += 2) {
        const [x, y] = [mark.points[i] as number, mark.points[i + 1] as number];
        if (!Number.isNaN(x)) take(x, y, around);
      }
    else if (mark.type !== "text") {
      take(mark.x, mark.y, around);
      take(mark.x + mark.width, mark.y + mark.height, around);
    }
  }
  return left <= right && top <= bottom ? { left, top, right, bottom } : undefined;
}
