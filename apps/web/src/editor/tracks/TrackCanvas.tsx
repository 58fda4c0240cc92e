import { type ReactNode, type RefObject, useEffect, useLayoutEffect, useRef } from "react";
import { currentTheme } from "../../theme/theme.ts";
import { type DragPoint, useDragSession } from "../../ui/useDragSession.ts";
import { MARGIN } from "../axis/laneGeometry.ts";
import { useBench, useFrame } from "../session/BenchContext.ts";
import type { BenchTopic, Frame } from "../session/bench.ts";
import type { Hand } from "../session/hand.ts";
import { type Hit, hitAt, hitsWithin, type RowPicture, type RowPlace, rowAt } from "./marks.ts";
import { paintMarks } from "./paintMarks.ts";

/** Height of a piece of the canvas, px, where nothing else is said: what did not change is not painted, piece by piece. */
const USUAL_PIECE = 192;
/** What is painted above and below of what is seen, px: browsers scroll before they ask for a frame. */
const AROUND = 64;

/** What the pointer is over: a row, perhaps something on it, and where on the row, px. */
export interface Found<Row, Target> {
  readonly row: Row;
  readonly hit: Hit<Target> | undefined;
  readonly x: number;
  readonly y: number;
}

/** How rows are painted and what hands can do on them. */
export interface TrackRows<Row, Target> {
  /** A drag begins: answers what it does; undefined if nothing. `found` is undefined beside all rows. */
  readonly grab: (found: Found<Row, Target> | undefined, point: DragPoint) => Hand | undefined;
  readonly tap: (found: Found<Row, Target> | undefined, point: DragPoint) => void;
  readonly doubleClick: (found: Found<Row, Target>) => void;
  /** Names a row, whatever state the study is in. */
  readonly idOf: (row: Row) => string;
  /** All that a row's picture depends on; it is made again when one of these is another. */
  readonly dependencies: (row: Row, frame: Frame, hovered: boolean) => readonly unknown[];
  readonly picture: (row: Row, frame: Frame, hovered: boolean) => RowPicture<Target>;
}

/** The canvas as others ask it what is where. */
export interface TrackFinder<Row, Target> {
  /** What is at a place of the window. */
  readonly at: (clientX: number, clientY: number) => Found<Row, Target> | undefined;
  /** The targets whose middle is within a box of the window. */
  readonly within: (box: {
    readonly left: number;
    readonly right: number;
    readonly top: number;
    readonly bottom: number;
  }) => Target[];
}

interface Kept<Target> {
  readonly dependencies: readonly unknown[];
  readonly picture: RowPicture<Target>;
}

interface Piece {
  readonly canvas: HTMLCanvasElement;
  /** What it shows: its place, size and theme, and the pictures on it. */
  shows: readonly unknown[];
}

const same = (a: readonly unknown[], b: readonly unknown[]) =>
  a.length === b.length && a.every((part, i) => Object.is(part, b[i]));

/**
 * The rows of a timeline, painted on canvases that scroll with them. A row is painted anew only when something it
 * depends on changed; what the pointer finds is known from the same pictures.
 */
export function TrackCanvas<Row, Target>({
  name,
  rows,
  places,
  scroller,
  topics,
  of,
  finder,
  piece = USUAL_PIECE,
  left = MARGIN,
}: {
  /** What a person calls it, such as "The lanes". */
  name: string;
  rows: readonly Row[];
  /** Where each row lies. */
  places: readonly RowPlace[];
  scroller: RefObject<HTMLElement | null>;
  topics: readonly BenchTopic[];
  of: TrackRows<Row, Target>;
  finder?: RefObject<TrackFinder<Row, Target> | null>;
  /** Height of the pieces it is painted in, px. */
  piece?: number;
  /** Where the time axis begins in what the canvas lies in, as CSS. */
  left?: string;
}): ReactNode {
  const bench = useBench();
  const host = useRef<HTMLDivElement>(null);
  const pieces = useRef<Piece[]>([]);
  const kept = useRef(new Map<string, Kept<Target>>());
  /** Id of the row that the pointer is over. */
  const hovered = useRef<string | undefined>(undefined);
  const family = useRef("sans-serif");

  const redraw = useFrame(
    name,
    topics,
    (frame, { top, height }: { top: number; height: number }) => {
      const first = Math.max(Math.floor((top - AROUND) / piece), 0);
      const last = Math.max(Math.floor((top + height + AROUND) / piece), first);
      const pictures = picturesFor(frame, first * piece, (last + 1) * piece);
      const count = last - first + 1;
      while (pieces.current.length < count) {
        const canvas = document.createElement("canvas");
        canvas.className = "absolute left-0";
        host.current?.append(canvas);
        pieces.current.push({ canvas, shows: [] });
      }
      for (const spare of pieces.current.splice(count)) spare.canvas.remove();
      for (let index = first; index <= last; index++) {
        const sheet = pieces.current[index % count];
        if (sheet) paintPiece(sheet, index * piece, pictures);
      }
    },
    () => ({
      top: scroller.current?.scrollTop ?? 0,
      height: scroller.current?.clientHeight ?? 0,
    }),
  );

  /** The pictures of the rows between two heights, by index. */
  function picturesFor(frame: Frame, from: number, to: number): Map<number, RowPicture<Target>> {
    const next = new Map<string, Kept<Target>>();
    const found = new Map<number, RowPicture<Target>>();
    const begin = from <= 0 ? 0 : rowAt(places, from);
    for (let i = begin; i >= 0 && i < rows.length && (places[i] as RowPlace).top < to; i++) {
      const row = rows[i] as Row;
      const id = of.idOf(row);
      const isHovered = hovered.current === id;
      const dependencies = of.dependencies(row, frame, isHovered);
      const before = kept.current.get(id);
      const now =
        before && same(before.dependencies, dependencies)
          ? before
          : { dependencies, picture: of.picture(row, frame, isHovered) };
      next.set(id, now);
      found.set(i, now.picture);
    }
    kept.current = next;
    return found;
  }

  function paintPiece(
    sheet: Piece,
    top: number,
    pictures: ReadonlyMap<number, RowPicture<Target>>,
  ): void {
    const own = [...pictures].filter(([i]) => {
      const place = places[i];
      return place !== undefined && place.top < top + piece && place.top + place.height > top;
    });
    const ratio = devicePixelRatio;
    const { width } = bench.view;
    const ground = [top, width, ratio, currentTheme(), family.current];
    const shows = [...ground, ...own.flatMap(([i, picture]) => [places[i]?.top, picture])];
    const before = sheet.shows;
    if (same(before, shows)) return;
    sheet.shows = shows;
    const { canvas } = sheet;
    const context = canvas.getContext("2d");
    if (!context) return;
    // Where the rows lie as they did, only those are painted whose picture is another.
    const isAlike =
      before.length === shows.length &&
      shows.every(
        (part, i) =>
          Object.is(part, before[i]) || (i >= ground.length && (i - ground.length) % 2 === 1),
      );
    if (!isAlike) {
      canvas.style.top = `${top}px`;
      canvas.style.width = `${width}px`;
      canvas.style.height = `${piece}px`;
      const size = { width: Math.round(width * ratio), height: Math.round(piece * ratio) };
      // A new size clears it as well, but takes new memory each time.
      if (canvas.width !== size.width || canvas.height !== size.height) Object.assign(canvas, size);
      else {
        context.setTransform(1, 0, 0, 1, 0, 0);
        context.clearRect(0, 0, size.width, size.height);
      }
    }
    own.forEach(([i, picture], n) => {
      if (isAlike && before[ground.length + 2 * n + 1] === picture) return;
      const place = places[i] as RowPlace;
      context.setTransform(ratio, 0, 0, ratio, 0, (place.top - top) * ratio);
      context.save();
      context.beginPath();
      context.rect(0, 0, width, place.height);
      context.clip();
      if (isAlike) context.clearRect(0, 0, width, place.height);
      paintMarks(context, picture.marks, family.current);
      context.restore();
    });
  }

  const at = (clientX: number, clientY: number): Found<Row, Target> | undefined => {
    const box = host.current?.getBoundingClientRect();
    const index = box ? rowAt(places, clientY - box.top) : -1;
    const row = rows[index];
    if (!box || row === undefined) return undefined;
    const [x, y] = [clientX - box.left, clientY - box.top - (places[index]?.top ?? 0)];
    const picture = kept.current.get(of.idOf(row))?.picture;
    return { row, hit: picture && hitAt(picture, x, y), x, y };
  };
  useLayoutEffect(() => {
    if (!finder) return;
    finder.current = {
      at,
      within: (box) => {
        const own = host.current?.getBoundingClientRect();
        if (!own) return [];
        return rows.flatMap((row, i) => {
          const picture = kept.current.get(of.idOf(row))?.picture;
          const top = own.top + (places[i]?.top ?? 0);
          if (!picture || top > box.bottom) return [];
          return hitsWithin(picture, {
            left: box.left - own.left,
            right: box.right - own.left,
            top: box.top - top,
            bottom: box.bottom - top,
          }).map(({ target }) => target);
        });
      },
    };
  });

  useEffect(() => {
    const element = scroller.current;
    element?.addEventListener("scroll", redraw, { passive: true });
    // Text that was painted before its font had come is painted once more with it.
    void document.fonts.ready.then(() => {
      family.current = getComputedStyle(document.body).fontFamily;
      redraw();
    });
    return () => element?.removeEventListener("scroll", redraw);
  }, [scroller, redraw]);

  const hover = (found: Found<Row, Target> | undefined) => {
    const element = host.current;
    if (!element) return;
    const cursor = found?.hit?.cursor ?? "";
    const title = found?.hit?.title ?? "";
    if (element.style.cursor !== cursor) element.style.cursor = cursor;
    if (element.title !== title) element.title = title;
    const id = found && of.idOf(found.row);
    if (hovered.current === id) return;
    hovered.current = id;
    redraw();
  };
  const bind = useDragSession<Hand>({
    start: (point) => of.grab(at(point.x - point.dx, point.y - point.dy), point),
    move: (hand, point) => hand.move(point),
    end: (hand, cancelled) => hand.end(cancelled),
    tap: (point) => of.tap(at(point.x, point.y), point),
  });
  return (
    // The keyboard's way are the cursors of the rows.
    // biome-ignore lint/a11y/noStaticElementInteractions: see above
    <div
      ref={host}
      {...bind()}
      onMouseMove={(event) => event.buttons === 0 && hover(at(event.clientX, event.clientY))}
      onMouseLeave={() => hover(undefined)}
      onDoubleClick={(event) => {
        const found = at(event.clientX, event.clientY);
        if (found) of.doubleClick(found);
      }}
      className="absolute inset-y-0 right-0 touch-none overflow-hidden"
      style={{ left }}
    />
  );
}
