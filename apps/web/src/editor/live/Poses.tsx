import { deletePose, keepPose } from "@levitas/core/edit";
import { standingIn } from "@levitas/core/live";
import type { Motion } from "@levitas/core/motion";
import {
  CHANNELS,
  type ChannelId,
  channelOf,
  emptyStudy,
  NO_LIVE,
  type Pose,
  type PoseValues,
  restValue,
  type Study,
} from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { type ReactNode, useMemo, useState } from "react";
import { Miniature } from "../../drawing/Miniature.tsx";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import { ColorSwatch } from "../../ui/color/ColorSwatch.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { NameField } from "../../ui/NameField.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { beginColor } from "../session/colorGesture.ts";
import { sceneColors } from "../session/sceneColors.ts";
import { useLive, useLiveState } from "./LiveContext.ts";
import { LiveWords } from "./words.ts";

/** Differences from rest that are kept in a pose. */
const SEEN = 1e-3;

/** The values of a scene that are not those of rest, by figure. */
export function poseOf(study: Study, motion: Motion, poses: Float64Array): Pose["values"] {
  const values: Record<string, PoseValues> = {};
  study.figures.forEach((figure, index) => {
    const own: Partial<Record<ChannelId, number | string>> = {};
    const rest = new Float64Array(4);
    for (const { id, kind } of CHANNELS) {
      if (id === "pivotX" || id === "pivotY") continue;
      const slot = motion.slot(index, id);
      if (kind === "color") {
        motion.colorAt(index, Number.NEGATIVE_INFINITY, rest);
        const [now, before] = [printHexColor(poses, slot), printHexColor(rest, 0)];
        if (now !== before) own[id] = now;
        continue;
      }
      const value = poses[slot] as number;
      if (Math.abs(value - Number(restValue(figure, id))) > SEEN)
        own[id] = Math.round(value * 1000) / 1000;
    }
    if (Object.keys(own).length > 0) values[figure.id] = own;
  });
  return values;
}

/** The poses as chips with a miniature, and the way to keep one. */
export function Poses(): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const chosen = useLiveState((state) => state.pose);
  const atRest = useLiveState((state) => state.atRest);
  const { poses } = study.live ?? NO_LIVE;
  const keep = (values: Pose["values"]) => {
    if (Object.keys(values).length === 0) {
      say("The scene is as it is at rest: there is nothing to keep. Move something first.");
      return;
    }
    const id = nanoid();
    bench.perform(keepPose, { id, name: `pose ${poses.length + 1}`, values });
    session.store.setState({ pose: id });
  };
  return (
    <section aria-label="Poses" className="flex flex-wrap items-center gap-1.5">
      <h3 className="text-[13px] font-semibold">Poses</h3>
      <Chip
        name="rest"
        study={study}
        pose={undefined}
        pressed={chosen === null && atRest}
        onClick={() => {
          session.store.setState({ pose: null });
          session.rest();
        }}
      />
      {poses.map((pose) => (
        <PoseChip key={pose.id} pose={pose} />
      ))}
      <Menu
        items={[
          {
            text: "As the scene stands here",
            onSelect: () => {
              const { live, time } = session.current;
              const now = live.at(time, new Float64Array(live.motion.slotCount));
              keep(poseOf(study, live.motion, now));
            },
          },
          {
            text: "As the sequence is at the playhead",
            hint: `${Math.round(bench.clock.time)} ms`,
            onSelect: () => {
              const { motion } = bench;
              const now = motion.at(bench.clock.time, new Float64Array(motion.slotCount));
              keep(poseOf(study, motion, now));
            },
          },
          {
            text: "A new one, to be posed by hand",
            onSelect: () => {
              const figure = study.figures.at(-1);
              if (figure) keep({ [figure.id]: { x: Number(restValue(figure, "x")) } });
            },
          },
        ]}
      >
        <Button size="tiny" className="rounded-full">
          + keep a pose
        </Button>
      </Menu>
    </section>
  );
}

function Chip({
  name,
  study,
  pose,
  pressed,
  onClick,
}: {
  name: string;
  study: Study;
  pose: Pose | undefined;
  pressed: boolean;
  onClick: () => void;
}): ReactNode {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={onClick}
      className={`flex items-center gap-1.5 rounded-full border py-0.5 pr-2.5 pl-1 text-[12px] ${pressed ? "border-spruce bg-spruce-pale text-spruce" : "border-edge/50 bg-raised hover:border-spruce"}`}
    >
      <PoseMini study={study} pose={pose} />
      {name}
    </button>
  );
}

/** A pose: chosen, it is shown in the scene and can be changed by dragging and by its numbers. */
function PoseChip({ pose }: { pose: Pose }): ReactNode {
  const session = useLive();
  const study = useStudy();
  const chosen = useLiveState((state) => state.pose) === pose.id;
  return (
    <Panel
      name={`Pose ${pose.name}`}
      className="max-h-[60vh] w-72 overflow-y-auto p-3"
      stays
      focusesItself
      open={chosen}
      onOpenChange={(open) => {
        session.store.setState({ pose: open ? pose.id : null });
        session.invalidate();
      }}
      trigger={
        <button
          type="button"
          aria-pressed={chosen}
          className={`flex items-center gap-1.5 rounded-full border py-0.5 pr-2.5 pl-1 text-[12px] ${chosen ? "border-spruce bg-spruce-pale text-spruce" : "border-edge/50 bg-raised hover:border-spruce"}`}
        >
          <PoseMini study={study} pose={pose} />
          {pose.name}
        </button>
      }
    >
      <PoseForm pose={pose} />
    </Panel>
  );
}

/** How the scene stands in a pose, small. It is drawn anew when figures, scene or pose change, and for nothing else. */
function PoseMini({ study, pose }: { study: Study; pose: Pose | undefined }): ReactNode {
  const { figures, scene } = study;
  const still = useMemo(
    () => standingIn({ ...emptyStudy(""), figures, scene }, pose),
    [figures, scene, pose],
  );
  return (
    <span className="h-5 w-8 overflow-hidden rounded-full">
      <Miniature study={still} playing={false} />
    </span>
  );
}

function PoseForm({ pose }: { pose: Pose }): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const words = new LiveWords(study);
  const [naming, setNaming] = useState(false);
  const [figure, setFigure] = useState(study.figures[0]?.id ?? "");
  const put = (id: string, values: PoseValues) => {
    const { [id]: _, ...others } = pose.values;
    const next = Object.keys(values).length === 0 ? others : { ...pose.values, [id]: values };
    if (Object.keys(next).length === 0) {
      say("A pose says something of at least one channel. Delete the pose instead.");
      return;
    }
    bench.perform(keepPose, { ...pose, values: next });
  };
  const rest = study.figures.find(({ id }) => id === figure);
  return (
    <div className="flex flex-col gap-1.5 text-[12.5px]">
      {naming ? (
        <NameField
          label="Name of the pose"
          name={pose.name}
          take={(name) => {
            setNaming(false);
            if (name.trim() !== "") bench.perform(keepPose, { ...pose, name: name.trim() });
          }}
          cancel={() => setNaming(false)}
        />
      ) : (
        <h2 className="flex items-center gap-2 font-semibold">
          {pose.name}
          <Button size="tiny" look="quiet" onClick={() => setNaming(true)}>
            Rename
          </Button>
        </h2>
      )}
      <p className="text-muted">Drag figures in the scene, or say it in numbers.</p>
      {Object.entries(pose.values).map(([id, values]) => (
        <section key={id} aria-label={words.figure(id)}>
          <h3 className="mt-1 font-medium">{words.figure(id)}</h3>
          {Object.entries(values).map(([channelId, value]) => {
            const channel = channelOf(channelId as ChannelId);
            const set = (next: number | string) => put(id, { ...values, [channelId]: next });
            return (
              <div key={channelId} className="flex items-center gap-1">
                <span className="min-w-0 flex-1">
                  {channel.kind === "color" ? (
                    <span className="flex items-center justify-between gap-2">
                      {channel.label}
                      <ColorSwatch
                        label={`${channel.label} of ${words.figure(id)} in ${pose.name}`}
                        look={String(value)}
                        color={() => String(value)}
                        scene={() => sceneColors(bench.study)}
                        begin={() =>
                          beginColor(bench, (of, color) => {
                            const now = of.live?.poses.find((each) => each.id === pose.id) ?? pose;
                            const colored = { ...now.values[id], [channelId]: color };
                            return keepPose(of, {
                              ...now,
                              values: { ...now.values, [id]: colored },
                            });
                          })
                        }
                        take={set}
                      />
                    </span>
                  ) : (
                    <NumberField
                      label={channel.label}
                      value={Number(value)}
                      min={channel.kind === "switch" ? 0 : -100_000}
                      max={channel.kind === "switch" ? 1 : 100_000}
                      step={channel.kind === "switch" ? 1 : channel.drag}
                      whole={channel.kind === "switch"}
                      unit={channel.unit}
                      onChange={set}
                    />
                  )}
                </span>
                <button
                  type="button"
                  aria-label={`Leave ${channel.label} out`}
                  title="Leave it out of the pose"
                  onClick={() => {
                    const { [channelId as ChannelId]: _, ...others } = values;
                    put(id, others);
                  }}
                  className="size-6 rounded-md text-muted hover:bg-sunk"
                >
                  ×
                </button>
              </div>
            );
          })}
        </section>
      ))}
      <div className="mt-1 flex items-center gap-1.5">
        <Choice
          label="Figure of another channel"
          text={words.figure(figure)}
          items={study.figures.map(({ id, name }) => ({
            ...{ text: name, chosen: id === figure },
            onSelect: () => setFigure(id),
          }))}
        />
        <Choice
          label="Another channel"
          text="+ channel"
          items={CHANNELS.filter(
            ({ id }) => !(id in (pose.values[figure] ?? {})) && !id.startsWith("pivot"),
          ).map(({ id, label }) => ({
            text: label,
            onSelect: () =>
              rest && put(figure, { ...pose.values[figure], [id]: restValue(rest, id) }),
          }))}
        />
      </div>
      <Button
        size="tiny"
        look="quiet"
        className="text-fault"
        onClick={() => {
          session.store.setState({ pose: null });
          bench.perform(deletePose, { id: pose.id });
        }}
      >
        Delete the pose
      </Button>
    </div>
  );
}
