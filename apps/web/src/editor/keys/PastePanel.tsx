import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";

const PasteForm = lazy(async () => ({ default: (await import("./PasteForm.tsx")).PasteForm }));

/** Pasting with a choice: which channels, how often and which way, as they are or from where it stands. */
export function PastePanel(): ReactNode {
  const bench = useBench();
  const copied = useBenchState((state) => state.copied);
  const [open, setOpen] = useState(false);
  const [copies] = useState(() => new Numbered());
  const look = async (next: boolean) => {
    setOpen(next);
    if (!next || !navigator.clipboard?.readText) return;
    try {
      const text = await navigator.clipboard.readText();
      const { takeText } = await import("../commands/pasteText.ts");
      takeText(bench, text);
    } catch (error) {
      // Browsers may refuse to read the clipboard; what was copied in this tab is still at hand.
      if (!(error instanceof DOMException)) throw error;
    }
  };
  return (
    <Panel
      name="Paste keys"
      trigger={
        <Button size="tiny" title="Paste copied keys at the playhead (Ctrl V pastes at once)">
          Paste…
        </Button>
      }
      open={open}
      onOpenChange={look}
      place={{ side: "top" }}
      className="w-72 gap-2.5 p-3"
    >
      <h2 className="font-semibold">Paste keys</h2>
      {copied ? (
        <Suspense fallback={null}>
          <PasteForm key={copies.of(copied)} copied={copied} close={() => setOpen(false)} />
        </Suspense>
      ) : (
        <p className="text-[12.5px] leading-snug text-muted">
          Nothing was copied yet. Choose keys, by drawing a box over lanes for instance, and copy
          them; they can be pasted here, on other figures, and in other studies and tabs.
        </p>
      )}
    </Panel>
  );
}

/** Numbers for objects, so that what is shown of one does not go on for another that looks like it. */
class Numbered {
  private readonly numbers = new WeakMap<object, number>();
  private next = 0;

  of(one: object): number {
    const number = this.numbers.get(one) ?? this.next++;
    this.numbers.set(one, number);
    return number;
  }
}
