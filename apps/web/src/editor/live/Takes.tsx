import { deleteTake, keepTake, setDown } from "@levitas/core/edit";
import { replay, SET_DOWN_TOLERANCE, setDownAsTweens } from "@levitas/core/live";
import { NO_LIVE, type Take } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { type ReactNode, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { NameField } from "../../ui/NameField.tsx";
import { say } from "../../ui/notices.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { useLive, useLiveState } from "./LiveContext.ts";

/** The recorded takes: to be played, compared, named, and set down as keys. */
export function Takes(): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const chosen = useLiveState((state) => state.take);
  const compared = useLiveState((state) => state.compared);
  const [naming, setNaming] = useState<string | null>(null);
  const { takes } = study.live ?? NO_LIVE;
  const take = takes.find(({ id }) => id === chosen);
  const intoKeys = (of: Take) => {
    const begin = Math.round(bench.clock.time);
    const live = replay(study, of);
    live.at(of.duration, new Float64Array(live.motion.slotCount));
    const tweens = setDownAsTweens(live, of.duration, begin, nanoid);
    if (tweens.length === 0) {
      say("Nothing moves in this take: there is nothing to turn into keys.");
      return;
    }
    bench.perform(setDown, { tweens });
    bench.store.setState({ live: false });
    const { px, degrees } = SET_DOWN_TOLERANCE;
    say(
      `“${of.name}” stands in the sequence from ${begin} ms on, within ${px} px and ${degrees}°: ${tweens.length} ${tweens.length === 1 ? "tween" : "tweens"}.`,
    );
  };
  return (
    <section
      aria-label="Takes"
      className="flex shrink-0 flex-col gap-1.5 border-t border-rule bg-paper px-3.5 py-2"
    >
      <header className="flex items-center gap-2">
        <h3 className="text-[13px] font-semibold">Takes</h3>
        <span className="truncate text-[12px] text-muted">
          the same presses again, with whatever you change
        </span>
        <span className="ml-auto flex gap-1.5">
          <Button
            size="small"
            aria-pressed={compared !== null}
            title="Keeps the way it is now as an outline and a dashed line beside whatever you change"
            onClick={() => session.compare(compared === null)}
            className={compared ? "border-spruce bg-spruce-pale text-spruce" : ""}
          >
            {compared ? "Stop comparing" : "Compare"}
          </Button>
          <Button
            size="small"
            disabled={!take}
            title={take ? undefined : "Choose a take first."}
            onClick={() => take && intoKeys(take)}
          >
            Turn into keys
          </Button>
        </span>
      </header>
      <div className="flex flex-wrap items-center gap-1.5">
        {takes.length === 0 ? (
          <p className="text-[12px] text-muted">
            Record a take to have the same presses again and again while you shape the way.
          </p>
        ) : null}
        {takes.map((each) =>
          naming === each.id ? (
            <NameField
              key={each.id}
              label="Name of the take"
              name={each.name}
              take={(name) => {
                setNaming(null);
                if (name.trim() !== "") bench.perform(keepTake, { ...each, name: name.trim() });
              }}
              cancel={() => setNaming(null)}
            />
          ) : (
            <span
              key={each.id}
              className={`flex items-center rounded-full border text-[12px] ${chosen === each.id ? "border-spruce bg-spruce-pale text-spruce" : "border-edge/50 bg-raised"}`}
            >
              <button
                type="button"
                aria-pressed={chosen === each.id}
                onClick={() => (chosen === each.id ? session.rest() : session.play(each.id))}
                className="rounded-l-full py-0.5 pr-1 pl-2.5"
              >
                ▸ {each.name} · {numberLabel(each.duration / 1000, 1)} s
              </button>
              <Menu
                align="end"
                items={[
                  { text: "Rename", onSelect: () => setNaming(each.id) },
                  { text: "Turn into keys", onSelect: () => intoKeys(each) },
                  {
                    text: "Delete",
                    onSelect: () => {
                      if (chosen === each.id) session.rest();
                      bench.perform(deleteTake, { id: each.id });
                    },
                  },
                ]}
              >
                <button
                  type="button"
                  aria-label={`More of ${each.name}`}
                  className="rounded-r-full py-0.5 pr-2 pl-1 text-muted"
                >
                  ⋯
                </button>
              </Menu>
            </span>
          ),
        )}
      </div>
    </section>
  );
}
