import { addKey, deleteFigure, renameFigure } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { CHANNELS, type ChannelId } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { type ReactNode, useState } from "react";
import { IconButton } from "../../ui/Button.tsx";
import { MoreIcon, PlusIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { say } from "../../ui/notices.tsx";
import { useBench, useBenchState } from "../model/BenchContext.ts";
import { HUE } from "./hues.ts";
import { MARGIN } from "./laneGeometry.ts";
import type { Row } from "./rows.ts";

/** The line that names a figure, over the lanes of its channels. */
export function FigureRow({ row }: { row: Extract<Row, { kind: "figure" }> }): ReactNode {
  const bench = useBench();
  const { figure, depth } = row;
  const selected = useBenchState((state) => state.selection.figure === figure.id);
  const [renaming, setRenaming] = useState(false);
  const rename = (name: string) => {
    setRenaming(false);
    if (name.trim() !== "" && name !== figure.name)
      bench.perform(renameFigure, { figureId: figure.id, name: name.trim() });
  };
  const animate = (channel: ChannelId) => {
    const { motion, study } = bench;
    const time = nearestFrame(bench.clock.time, study.scene.frameRate);
    const poses = motion.at(time, new Float64Array(motion.slotCount));
    const slot = motion.slot(motion.figureIndex(figure.id), channel);
    const isColor = CHANNELS.find((each) => each.id === channel)?.kind === "color";
    const value = isColor ? printHexColor(poses, slot) : (poses[slot] as number);
    const keyId = nanoid(8);
    bench.perform(
      addKey,
      { figureId: figure.id, channel, time, value, keyId, tweenId: nanoid(8) },
      { figure: figure.id, channel, span: null, keys: [keyId] },
    );
    say(`Set the first key at ${Math.round(time)} ms. Go on in time and change the value.`);
  };
  const free = CHANNELS.filter(
    (channel) =>
      !bench.motion.driven.some((d) => d.figure.id === figure.id && d.channel === channel),
  );
  return (
    <>
      <div
        className="group flex shrink-0 items-center gap-2 border-r border-rule bg-paper pr-1"
        style={{ width: MARGIN, paddingLeft: 12 + depth * 14 }}
      >
        <span className={`size-3 shrink-0 rounded-[4px] ${HUE[figure.hue].fill}`} />
        {renaming ? (
          <input
            // biome-ignore lint/a11y/noAutofocus: the person has just asked to type here
            autoFocus
            aria-label="Name of the figure"
            defaultValue={figure.name}
            maxLength={200}
            onFocus={(event) => event.target.select()}
            onBlur={(event) => rename(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === "Enter") rename(event.currentTarget.value);
              if (event.key === "Escape") setRenaming(false);
            }}
            className="h-6 min-w-0 flex-1 rounded-md border border-spruce bg-raised px-1"
          />
        ) : (
          <button
            type="button"
            onClick={() => bench.select({ figure: figure.id, channel: null, span: null, keys: [] })}
            onDoubleClick={() => setRenaming(true)}
            title="Click to select, double-click to rename"
            className={`min-w-0 flex-1 truncate rounded-md text-left ${selected ? "font-semibold text-spruce" : "font-medium"}`}
          >
            {figure.name}
          </button>
        )}
        <Menu
          items={free.map((channel) => ({
            text: channel.label,
            onSelect: () => animate(channel.id),
          }))}
        >
          <IconButton label={`Animate a channel of ${figure.name}`} size="small" tone="muted">
            <PlusIcon size={13} />
          </IconButton>
        </Menu>
        <Menu
          items={[
            { text: "Rename", onSelect: () => setRenaming(true) },
            {
              text: "Delete figure",
              onSelect: () => {
                bench.perform(deleteFigure, { figureId: figure.id });
                say(`Deleted “${figure.name}”.`, {
                  action: { text: "Undo", run: () => bench.undo() },
                });
              },
            },
          ]}
        >
          <IconButton label={`More for ${figure.name}`} size="small" tone="muted">
            <MoreIcon size={13} />
          </IconButton>
        </Menu>
      </div>
      <div className="min-w-0 flex-1 bg-paper/60" />
    </>
  );
}
