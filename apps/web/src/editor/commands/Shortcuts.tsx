import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { bring } from "../../bring/bringing.ts";
import { Button, IconButton } from "../../ui/Button.tsx";
import { say } from "../../ui/notices.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { reachedByKeyboard } from "../../ui/pointerFocus.ts";
import { useHeldKey } from "../../ui/useHeldKey.ts";
import { useBench } from "../session/BenchContext.ts";
import { MOD, whyNot } from "./command.ts";
import { COMMANDS } from "./commands.ts";
import { copyChosen } from "./copyKeys.ts";

const CommandPalette = lazy(async () => ({
  default: (await import("./CommandPalette.tsx")).CommandPalette,
}));
const ShortcutList = lazy(async () => ({
  default: (await import("./ShortcutList.tsx")).ShortcutList,
}));

/** Binds the commands to the keyboard, and lists them on `?`. */
export function Shortcuts(): ReactNode {
  const bench = useBench();
  const [open, setOpen] = useState(false);
  const [searching, setSearching] = useState(false);
  useHotkeys(
    COMMANDS.flatMap(({ keys = [] }) => keys),
    (event, { hotkey }) => {
      const command = COMMANDS.find((each) => each.keys?.includes(hotkey));
      if (!command) return;
      // What has the focus by keyboard comes first: its own arrows, and Space to press it.
      if (event.defaultPrevented) return;
      if (hotkey === "space" && reachedByKeyboard() && document.activeElement?.matches(PRESSED))
        return;
      // Keys that are about the timeline are the scene's while it takes presses.
      if (bench.store.getState().live && !command.inLive) return;
      event.preventDefault();
      // A held key repeats: that counts for stepping alone.
      if (event.repeat && !command.repeats) return;
      const why = whyNot(command, bench);
      if (why === undefined) command.run(bench);
      // Escape is pressed to be rid of things, whatever they are.
      else if (hotkey !== "escape") say(why);
    },
    // Beads and handles are sliders, numbers spin buttons, switches radios; no text is typed in those.
    { enableOnFormTags: ["slider", "spinbutton", "radio"] },
  );
  // By the letter, not the key: keyboards have it in different places.
  useHotkeys(
    "mod+k",
    (event) => {
      event.preventDefault();
      if (!event.repeat) setSearching((shown) => !shown);
    },
    { enableOnFormTags: true },
  );
  useHotkeys("?", (event) => event.repeat || setOpen((shown) => !shown), {
    useKey: true,
    ignoreModifiers: true,
  });
  useEffect(() => {
    // Before anything else hears of it: Escape takes back what is being dragged.
    const cancel = (event: KeyboardEvent) => {
      if (event.key === "Escape" && bench.cancelGesture()) event.stopPropagation();
    };
    window.addEventListener("keydown", cancel, { capture: true });
    return () => window.removeEventListener("keydown", cancel, { capture: true });
  }, [bench]);
  useEffect(() => {
    // The browser's own copying and pasting: it asks nobody for leave, and works between tabs and files.
    const typing = (event: Event) =>
      event.target instanceof Element && event.target.matches("input, textarea, select");
    const copy = (event: ClipboardEvent) => {
      // Text that was marked with the pointer is what is meant.
      const isMarked = getSelection()?.isCollapsed === false;
      if (!typing(event) && !isMarked && copyChosen(bench, event.clipboardData))
        event.preventDefault();
    };
    const paste = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (typing(event) || text === "" || bench.store.getState().live) return;
      event.preventDefault();
      // Of another origin: what moves in it is looked for.
      if (!text.includes("levitas-keys")) return bring(text);
      // What reads text from outside comes when there is some.
      void import("./pasteText.ts").then(({ pasteText }) => pasteText(bench, text));
    };
    document.addEventListener("copy", copy);
    document.addEventListener("paste", paste);
    return () => {
      document.removeEventListener("copy", copy);
      document.removeEventListener("paste", paste);
    };
  }, [bench]);
  useHeldKey("b", (held) => bench.lookBack(held));
  return (
    <>
      <Button
        size="small"
        title={`Find a command, a figure, a marker or a curve (${MOD} K)`}
        onClick={() => setSearching(true)}
      >
        Find
        <kbd className="font-mono text-[10.5px] text-muted">{MOD} K</kbd>
      </Button>
      {searching ? (
        <Suspense fallback={null}>
          <CommandPalette close={() => setSearching(false)} />
        </Suspense>
      ) : null}
      <Panel
        name="Shortcuts"
        trigger={
          <IconButton label="Shortcuts (?)">
            <span className="font-mono text-[13px]">?</span>
          </IconButton>
        }
        open={open}
        onOpenChange={setOpen}
        place={{ align: "end" }}
        className="max-h-[calc(100vh-5rem)] p-4"
      >
        <h2 className="mb-2 font-semibold">Shortcuts</h2>
        <Suspense fallback={null}>
          <ShortcutList />
        </Suspense>
      </Panel>
    </>
  );
}

/** What Space presses where the keyboard went to it. Numbers are typed in after Enter, so that Space plays after that. */
const PRESSED = "button:focus-visible:not([role=spinbutton])";
