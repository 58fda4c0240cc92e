import type { Shake, Study } from "../../study/index.ts";
import { type Placed, PlacementCache } from "../../timeline/index.ts";
import { type CompiledShake, compileShake } from "../effects/shakes.ts";
import { ChannelStore, type Contribution } from "./channelStore.ts";
import { CompiledMotion } from "./compiledMotion.ts";
import { SharedCurves } from "./curveSource.ts";
import { FigureTable } from "./figureTable.ts";
import type { Motion } from "./motion.ts";
import { compileTween, itemEnd, type TweenChannels, type TweenContext } from "./tweenChannels.ts";

/** How a study is to be seen. */
export interface CompileOptions {
  /** As people see it who prefer reduced motion: of shakes only the calm share is left. */
  readonly calm?: boolean;
}

/** Compiles one state of a study after the other. */
export interface Compiler {
  /**
   * The motion of a study. Work is done for what changed since the last call alone, found by identity: parts of the
   * study that are the same objects are taken over. The motion is the same to the last bit as if the study had been
   * compiled from nothing; motions that were given before stay valid.
   */
  update(study: Study): Motion;
}

/** What is kept of one item of the sequence. */
interface Node extends Contribution {
  readonly placed: Placed;
  readonly tween?: TweenChannels;
  readonly shake?: CompiledShake;
}

/** Makes a compiler, which owns all that is kept from one state to the next. */
export function createCompiler(options: CompileOptions = {}): Compiler {
  return new IncrementalCompiler(options.calm ?? false);
}

/**
 * Turns a study into a motion. Faults that `checkStudy` reports do not stop it: what is sound plays, ids that name
 * nothing are passed over.
 */
export function compileStudy(study: Study, options: CompileOptions = {}): Motion {
  return createCompiler(options).update(study);
}

const NOTHING: Contribution = { channels: [], end: 0, endless: false };

class IncrementalCompiler implements Compiler {
  #study: Study | undefined;
  #motion: Motion | undefined;
  readonly #curves = new SharedCurves();
  readonly #placements = new PlacementCache();
  readonly #store = new ChannelStore();
  #figures = FigureTable.of([]);
  #nodes: Node[] = [];
  /** Indices of the shakes in the sequence, and those that move something. */
  #shakeItems: readonly number[] = [];
  #shakes: readonly CompiledShake[] = [];

  constructor(private readonly calm: boolean) {}

  update(study: Study): Motion {
    if (this.#motion && this.#study === study) return this.#motion;
    const { table, changed: changedFigures } = this.#figures.update(study.figures);
    this.#figures = table;
    const changedCurves = this.#curves.update(study.curves);
    const { placements, placed, changed } = this.#placements.update(study);
    const around: TweenContext = { figures: table, curves: this.#curves, placements };
    /** Whether what was kept of an item still holds, its place in time aside. */
    const holds = ({ tween, shake }: Node): boolean => {
      if (!changedFigures) return false;
      if (changedCurves.size > 0 && (tween?.usesShared || usesSharedCurve(shake))) return false;
      return !(
        tween?.hasFound &&
        changedFigures.size > 0 &&
        tween.channels.some(({ figureIndex }) => changedFigures.has(figureIndex))
      );
    };
    if (changed && changedFigures) {
      const anew = new Set(changed);
      if (changedCurves.size > 0 || changedFigures.size > 0)
        this.#nodes.forEach((node, i) => {
          if (!holds(node)) anew.add(i);
        });
      const nodes = new Map<number, Node>();
      for (const index of anew) {
        const before = this.#nodes[index] as Node;
        const node = this.#compile(placed.at(index) as Placed, around, before, changedCurves);
        this.#nodes[index] = node;
        nodes.set(index, node);
      }
      this.#store.update(nodes, table);
      if (this.#shakeItems.some((index) => anew.has(index))) this.#collectShakes();
    } else {
      const before = new Map(this.#nodes.map((node) => [node.placed.item.id, node]));
      this.#nodes = Array.from({ length: placed.length }, (_, i) => {
        const each = placed.at(i) as Placed;
        const node = before.get(each.item.id);
        return node?.placed === each && holds(node)
          ? node
          : this.#compile(each, around, node, changedCurves);
      });
      this.#store.replace(this.#nodes, table);
      this.#shakeItems = this.#nodes.flatMap(({ placed: { item } }, i) =>
        item.type === "shake" ? [i] : [],
      );
      this.#collectShakes();
    }
    this.#study = study;
    this.#motion = new CompiledMotion({
      ...around,
      study,
      channels: this.#store.channels,
      shakes: this.#shakes,
    });
    return this.#motion;
  }

  /** What an item brings, with what can be taken over from another state of it. */
  #compile(
    placed: Placed,
    around: TweenContext,
    before: Node | undefined,
    changedCurves: ReadonlySet<string>,
  ): Node {
    const { item, level, whole, disabled } = placed;
    const endless = !disabled && !level.group && whole === Number.POSITIVE_INFINITY;
    const end = itemEnd(placed);
    if (item.type === "shake" && !disabled) {
      const shake = compileShake(item as Shake, placed, around, this.calm, before?.shake);
      return { ...NOTHING, placed, end, endless, ...(shake ? { shake } : {}) };
    }
    if (item.type !== "tween") return { ...NOTHING, placed, end, endless };
    const known = before?.tween;
    const isKept = known !== undefined && !(changedCurves.size > 0 && known.usesShared);
    const tween = compileTween(placed, around, isKept ? known : undefined);
    return {
      placed,
      channels: tween.channels,
      end: Math.max(end, tween.end),
      endless,
      tween,
    };
  }

  #collectShakes(): void {
    this.#shakes = this.#shakeItems.flatMap((index) => this.#nodes[index]?.shake ?? []);
  }
}

function usesSharedCurve(shake: CompiledShake | undefined): boolean {
  const fade = shake?.shake.fade;
  return fade !== undefined && "shared" in fade;
}
