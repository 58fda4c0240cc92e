import { type Anchor, tetherItem, tetherLoop } from "@levitas/core/edit";
import { eachItem, type SequenceItem, type Tether, type Tween } from "@levitas/core/study";
import { type ReactNode, useState } from "react";
import { Combobox } from "../../ui/Combobox.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { tetherWords } from "./blockRows.ts";

/** How many of the things to hang on are listed at once. */
const LISTED = 40;

interface Offer {
  readonly text: string;
  readonly anchor: Anchor;
}

/** What a block hangs on, and how much later it is. */
export function TetherForm({ item }: { item: SequenceItem }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const [find, setFind] = useState("");
  const inGroup = bench.motion.placements.byId.get(item.id)?.level.group != null;
  const { placements } = bench.motion;
  const counts = new Map<string, number>();
  for (const { name } of eachItem(study.sequence)) counts.set(name, (counts.get(name) ?? 0) + 1);
  /** The name of an item; where others have it too, with what it moves and when. */
  const nameAmong = ({ id, name, ...each }: SequenceItem): string => {
    if (counts.get(name) === 1) return name;
    const figures = "figures" in each ? (each.figures ?? []) : [];
    const who = figures.map((figure) => study.figures.find((one) => one.id === figure)?.name ?? "");
    const [first, ...more] = who;
    const whom =
      first === undefined ? "" : ` ${first}${more.length > 0 ? ` +${more.length}` : ""},`;
    return `${name},${whom} ${Math.round(placements.startOf(id))} ms`;
  };
  const offers: Offer[] = [
    { text: inGroup ? "Start of the group" : "Start of the study", anchor: { to: "start" } },
    ...study.markers.map(
      ({ id, name }): Offer => ({ text: `Marker ${name}`, anchor: { to: "marker", id } }),
    ),
    ...[...eachItem(study.sequence)]
      .filter(({ id }) => id !== item.id)
      .map((each) => ({ id: each.id, type: each.type, name: nameAmong(each) }))
      .flatMap(({ id, name, type }): Offer[] => [
        {
          text: `${type === "cue" ? "Time" : "End"} of ${name}`,
          anchor: { to: "item", id, edge: "end" },
        },
        ...(type === "cue"
          ? []
          : [
              {
                text: `Start of ${name}`,
                anchor: { to: "item" as const, id, edge: "start" as const },
              },
            ]),
      ]),
    ...keyOffers(study.sequence, item),
  ];
  const wanted = offers.filter(({ text }) =>
    text.toLowerCase().includes(find.trim().toLowerCase()),
  );
  const hang = (anchor: Anchor) => {
    const loop = tetherLoop(bench.study, item.id, anchor);
    if (loop.length > 0)
      say(
        `That would run in a circle: ${[...loop, loop[0]].join(" → ")}. Tether one of them elsewhere first.`,
        {
          tone: "fault",
        },
      );
    // From the start of all it keeps its time; anything else is chosen to be there when that is.
    else if (anchor.to === "start") bench.perform(tetherItem, { id: item.id, anchor });
    else {
      bench.perform(tetherItem, { id: item.id, anchor, offset: 0 });
      const to = offers.find((each) => JSON.stringify(each.anchor) === JSON.stringify(anchor));
      say(`It starts at the ${to?.text.replace(/^[A-Z]/, (letter) => letter.toLowerCase())} now.`, {
        action: {
          text: "Keep it where it was",
          run: () => {
            bench.undo();
            bench.perform(tetherItem, { id: item.id, anchor });
          },
        },
      });
    }
  };
  return (
    <>
      <p className="text-[12.5px] text-muted">
        Now on the {tetherWords(item.tether, bench.motion.placements, study.markers, inGroup)}.
      </p>
      <NumberField
        label="Later by"
        value={Math.round(item.tether.offset * 100) / 100}
        min={-3_600_000}
        max={3_600_000}
        step={10}
        whole={false}
        unit="ms"
        onChange={(offset) =>
          bench.perform(tetherItem, { id: item.id, anchor: anchorOf(item.tether), offset })
        }
      />
      <div className="flex max-h-60 flex-col gap-1">
        <Combobox
          label="Find something to tether it to"
          listLabel="What it can be tethered to"
          placeholder="Tether it to…"
          typed={find}
          onType={setFind}
          options={wanted.slice(0, LISTED).map(({ text, anchor }) => ({
            id: JSON.stringify(anchor),
            text,
          }))}
          take={(id) => hang(JSON.parse(id) as Anchor)}
          empty="Nothing is called that."
        />
      </div>
    </>
  );
}

/** What a tether hangs on, without how much later. */
function anchorOf({ offset, ...anchor }: Tether): Anchor {
  return anchor;
}

/** Cues may hang on single keys, too. */
function keyOffers(sequence: readonly SequenceItem[], item: SequenceItem): Offer[] {
  if (item.type === "tween" || item.type === "group") return [];
  return [...eachItem(sequence)].flatMap((each) =>
    each.type !== "tween"
      ? []
      : (each as Tween).tracks.flatMap(({ channel, keys }) =>
          keys.map(
            ({ id }, i): Offer => ({
              text: `Key ${i + 1} of ${each.name}, ${channel}`,
              anchor: { to: "key", id },
            }),
          ),
        ),
  );
}
