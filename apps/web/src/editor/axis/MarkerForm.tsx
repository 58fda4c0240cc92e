import { deleteMarker, setMarker } from "@levitas/core/edit";
import { shownMarkers } from "@levitas/core/motion";
import type { Marker } from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";

/** What can be done with a marker: named, moved, gone to, played from. */
export function MarkerForm({ marker, close }: { marker: Marker; close: () => void }): ReactNode {
  const bench = useBench();
  useStudy();
  const next = shownMarkers(bench.motion)
    .filter(({ time }) => time > marker.time)
    .sort((a, b) => a.time - b.time)[0];
  const end = next?.time ?? bench.motion.duration;
  return (
    <>
      <TextField
        label="Name of the marker"
        value={marker.name}
        needed
        take={(name) => bench.perform(setMarker, { id: marker.id, name })}
      />
      <NumberField
        label="Time"
        value={Math.round(marker.time * 100) / 100}
        min={0}
        max={3_600_000}
        step={10}
        whole={false}
        unit="ms"
        onChange={(time) => bench.perform(setMarker, { id: marker.id, time })}
      />
      <div className="grid grid-cols-2 gap-1">
        <Button size="tiny" onClick={() => bench.travelTo(marker.time)}>
          Go there
        </Button>
        <Button
          size="tiny"
          onClick={() => {
            bench.clock.pause();
            bench.clock.seek(marker.time);
          }}
        >
          Jump
        </Button>
        <Button
          size="tiny"
          disabled={end <= marker.time}
          className="col-span-2"
          onClick={() => {
            bench.clock.change({ range: { from: marker.time, to: end } });
            bench.clock.seek(marker.time);
            bench.clock.play();
            close();
          }}
        >
          {next ? `Play from here to ${next.name}` : "Play from here to the end"}
        </Button>
        <Button
          size="tiny"
          className="col-span-2"
          onClick={() => bench.perform(deleteMarker, { id: marker.id })}
        >
          Delete the marker
        </Button>
      </div>
    </>
  );
}
