import { Graph } from "./graph.ts";
import { PagedList } from "./pagedList.ts";
import type { Level, Placed, Placer, TimelineSource } from "./placed.ts";
import { type Placements, placementsOf } from "./placements.ts";

/** What placing another state of a study came to. */
export interface PlacementUpdate {
  readonly placements: Placements;
  /** Every item by its index: each group before its members. */
  readonly placed: PagedList<Placed>;
  /**
   * Indices of the items whose `Placed` is another object than before. Undefined where an index may name another
   * item than before; what did not change is the same object then, too.
   */
  readonly changed: readonly number[] | undefined;
}

/**
 * Places one state of a study after the other, each at the cost of what changed. An item whose place in time did not
 * change keeps its `Placed`, so that whoever depends on it can compare with `===`. Earlier placements stay valid.
 */
export class PlacementCache {
  private graph: Graph | undefined;
  private snapshot: Snapshot | undefined;

  update(study: TimelineSource): PlacementUpdate {
    const { graph, snapshot } = this;
    const changed = graph?.update(study);
    if (graph && snapshot && changed) {
      if (changed.length === 0) return resultOf(snapshot, changed);
      const all = graph.placeAll();
      const placed = snapshot.placed.with(changed, (index) => all[index] as Placed);
      return this.keep(graph, placed, changed);
    }
    const made = new Graph(study);
    const placed = made.placeAll(
      snapshot && { root: snapshot.root, get: (id) => snapshot.placements.byId.get(id) },
    );
    this.graph = made;
    return this.keep(made, PagedList.from(placed), undefined);
  }

  private keep(
    graph: Graph,
    placed: PagedList<Placed>,
    changed: readonly number[] | undefined,
  ): PlacementUpdate {
    this.snapshot = new Snapshot(graph, placed);
    return resultOf(this.snapshot, changed);
  }
}

function resultOf(
  { placements, placed }: Snapshot,
  changed: readonly number[] | undefined,
): PlacementUpdate {
  return { placements, placed, changed };
}

/** What a graph has placed, as it was at one time. */
class Snapshot implements Placer {
  readonly root: Level;
  readonly loop: readonly string[];
  readonly placements: Placements;

  constructor(
    private readonly graph: Graph,
    readonly placed: PagedList<Placed>,
  ) {
    this.root = graph.root;
    this.loop = graph.loop;
    this.placements = placementsOf(this);
  }

  get size(): number {
    return this.placed.length;
  }

  // How items are nested never changes within a graph.
  indexOf(id: string): number | undefined {
    return this.graph.indexOf(id);
  }

  membersOf(index: number): readonly number[] {
    return this.graph.membersOf(index);
  }

  idAt(index: number): string {
    return this.placedAt(index).item.id;
  }

  placedAt(index: number): Placed {
    return this.placed.at(index) as Placed;
  }
}
