import { MOST_TAGS, NOTES_LENGTH, TAG_LENGTH } from "@levitas/core/format";
import type { ReactNode } from "react";
import { TextField } from "../../ui/TextField.tsx";
import { useRoom, useRoomState } from "./RoomContext.ts";

/** Tags and notes of a curve. */
export function AboutCurve(): ReactNode {
  const room = useRoom();
  const tags = useRoomState((state) => state.tags);
  const notes = useRoomState((state) => state.notes);
  const takeTags = (text: string) => {
    const next = text
      .split(",")
      .map((tag) => tag.trim().slice(0, TAG_LENGTH))
      .filter(Boolean)
      .slice(0, MOST_TAGS);
    if (next.join() !== tags.join()) room.say({ tags: [...new Set(next)] });
  };
  return (
    <section aria-label="Tags and notes" className="flex flex-col gap-2 border-t border-rule pt-3">
      <label className="flex flex-col gap-1">
        <span className="text-[12.5px] font-semibold">Tags</span>
        <TextField
          value={tags.join(", ")}
          most={2000}
          placeholder="pier, landing"
          leaves
          take={takeTags}
          className="h-8 rounded-lg border border-edge/50 bg-raised px-2 placeholder:text-muted"
        />
      </label>
      <label className="flex flex-col gap-1">
        <span className="text-[12.5px] font-semibold">Notes</span>
        <textarea
          value={notes}
          rows={3}
          maxLength={NOTES_LENGTH}
          onChange={(event) => room.say({ notes: event.target.value })}
          onKeyDown={(event) => event.stopPropagation()}
          className="resize-y rounded-lg border border-edge/50 bg-raised p-2"
        />
      </label>
    </section>
  );
}
