import {
  channelOf,
  type Figure,
  type Follower,
  findLever,
  followsLever,
  type Study,
} from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useRef } from "react";
import { HUE } from "../../theme/hues.ts";
import { Panel } from "../../ui/Panel.tsx";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { linePath, MARGIN, ROW, valueRange } from "../axis/laneGeometry.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";

const FollowerForm = lazy(async () => ({
  default: (await import("./FollowerForm.tsx")).FollowerForm,
}));

/** px between two places at which a follower's line is looked at. */
const STEP = 4;

/** A channel that follows another: its source by name, and a dotted line over time. */
export function FollowerRow({
  figure,
  follower,
}: {
  figure: Figure;
  follower: Follower;
}): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const open = useBenchState((state) => state.editingFollower === follower.id);
  const setOpen = (next: boolean) =>
    bench.store.setState({ editingFollower: next ? follower.id : null });
  const line = useRef<SVGPathElement>(null);
  const drawn = useRef<unknown[]>([]);
  const source = sourceWords(study, follower.source);
  const channel = channelOf(follower.channel);
  useFrame("The follower row", ["motion", "axis"], ({ motion }) => {
    const { view } = bench;
    const state = [motion, view.from, view.scale, view.width];
    if (state.every((value, i) => value === drawn.current[i])) return;
    drawn.current = state;
    const found = motion.followers.find((each) => each.follower.id === follower.id);
    if (!found) return;
    const from = Math.max(view.from, 0);
    const to = Math.min(view.toTime(view.width), motion.duration);
    const count = Math.max(Math.ceil(((to - from) * view.scale) / STEP), 1);
    const points = new Float64Array(2 * (count + 1));
    for (let i = 0; i <= count; i++) {
      const time = from + ((to - from) * i) / count;
      points[2 * i] = time;
      points[2 * i + 1] = found.value(time);
    }
    writeAttributes(line.current, { d: linePath(points, view, valueRange(points)) });
  });
  const words = `follows ${follower.of === "speed" ? "the speed of " : ""}${source}`;
  return (
    <>
      <Panel
        name={`${figure.name} ${channel.label} follows`}
        trigger={
          <button
            type="button"
            title={`${channel.label} ${words}: click to change`}
            data-follower={follower.id}
            className="flex shrink-0 items-baseline gap-1.5 overflow-hidden border-r border-rule bg-paper pt-1.5 pr-2 pl-8.5 text-left hover:bg-sunk"
            style={{ width: MARGIN }}
          >
            <span className="shrink-0">{channel.label}</span>
            <span className="truncate text-[11.5px] text-muted">{words}</span>
          </button>
        }
        open={open}
        onOpenChange={setOpen}
        place={{ side: "right" }}
        className="w-76 gap-2 p-3"
      >
        <Suspense fallback={null}>
          <FollowerForm follower={follower} close={() => setOpen(false)} />
        </Suspense>
      </Panel>
      <svg
        className="min-w-0 flex-1"
        height={ROW.lane}
        role="img"
        aria-label={`${figure.name} ${channel.label} ${words}`}
      >
        <path
          ref={line}
          className={`fill-none stroke-[1.8] ${HUE[figure.hue].stroke}`}
          strokeDasharray="0.1 4"
          strokeLinecap="round"
        />
      </svg>
    </>
  );
}

/** What is followed, in words. */
function sourceWords(study: Study, source: Follower["source"]): string {
  if (followsLever(source)) return findLever(study, source.lever)?.name ?? "something gone";
  const name = study.figures.find(({ id }) => id === source.figure)?.name ?? "something gone";
  return `${name} ${channelOf(source.channel).label}`;
}
