import { Dialog } from "radix-ui";
import { type ReactNode, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { Combobox } from "../../ui/Combobox.tsx";
import { useBench } from "../session/BenchContext.ts";
import { runCommand, whyNot } from "./command.ts";
import { findOffers, offersOf } from "./palette.ts";

/** How many lines are shown at once; typing narrows them. */
const SHOWN = 60;

/** Type what you want: commands with their shortcuts, figures, markers and curves to go to. */
export function CommandPalette({ close }: { readonly close: () => void }): ReactNode {
  const bench = useBench();
  const { id: studyId = "" } = useParams();
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const found = findOffers(offersOf(bench.motion, studyId), typed).slice(0, SHOWN);
  const take = (id: string) => {
    const offer = found.find((each) => each.id === id);
    close();
    if (offer?.leave) void navigate(offer.leave);
    else if (offer?.command) runCommand(offer.command, bench);
    else offer?.go?.(bench);
  };
  return (
    // Not modal for Radix: what that puts on the body is a style our policy forbids. The ground below takes the clicks.
    <Dialog.Root modal={false} open onOpenChange={(open) => open || close()}>
      <Dialog.Portal>
        <div aria-hidden className="fixed inset-0 z-50 bg-ink/15" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[14vh] left-1/2 z-50 flex max-h-[66vh] w-[min(560px,92vw)] -translate-x-1/2 flex-col overflow-hidden rounded-xl border border-edge/50 bg-raised outline-none"
        >
          <Dialog.Title className="sr-only">Commands</Dialog.Title>
          <Combobox
            large
            label="What do you want to do?"
            listLabel="Commands"
            placeholder="What do you want to do, or where to?"
            typed={typed}
            onType={setTyped}
            options={found.map(({ id, text, kind, keys, command }) => {
              const why = command && whyNot(command, bench);
              // It stays in the list where it cannot be done: the reason stands beside it.
              const isOn = command?.isOn?.(bench);
              const state = isOn === undefined ? kind : isOn ? "is on" : "is off";
              return { id, text, note: why ?? state, end: keys, disabled: why !== undefined };
            })}
            take={take}
            empty="Nothing is called that. Try another word."
          />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
