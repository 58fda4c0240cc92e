import { renameStudy } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import { SaveNote } from "../keeping/SaveNote.tsx";
import { Header } from "../shell/Header.tsx";
import { Nav } from "../shell/Nav.tsx";
import { Button } from "../ui/Button.tsx";
import { RedoIcon, UndoIcon } from "../ui/icons.tsx";
import { TextField } from "../ui/TextField.tsx";
import { ArrangementSwitch } from "./arrangement/ArrangementSwitch.tsx";
import { CommandIcon, useIsOn } from "./commands/CommandButton.tsx";
import { runCommand } from "./commands/command.ts";
import { commandOf } from "./commands/commands.ts";
import { HistoryPanel } from "./commands/HistoryPanel.tsx";
import { Shortcuts } from "./commands/Shortcuts.tsx";
import { useBench, useBenchState, useStudy } from "./session/BenchContext.ts";
import type { StudyKeeper } from "./session/openStudy.ts";

/** The bar over the bench: the study's name, whether it is saved, undo, and the way out. */
export function BenchHeader({ keeper }: { keeper: StudyKeeper }): ReactNode {
  const { id } = useParams();
  const isHeld = useBenchState(({ selection }) => Object.keys(selection.held ?? {}).length > 0);
  return (
    <Header
      actions={
        <>
          <CommandIcon id="undo">
            <UndoIcon />
          </CommandIcon>
          <CommandIcon id="redo">
            <RedoIcon />
          </CommandIcon>
          <HistoryPanel />
          <ArrangementSwitch />
          <Shortcuts />
          <LiveButton />
          <Link
            to={`/studies/${id}/handoff`}
            className="inline-flex h-8 items-center rounded-lg border border-spruce bg-spruce px-3 text-[13.5px] text-on-spruce hover:brightness-110"
          >
            Hand off
          </Link>
        </>
      }
    >
      <StudyName />
      <SaveNote
        keeper={keeper}
        held="A path runs back in time; its span keeps the curve it had."
        isHeld={isHeld}
      />
      <Nav />
    </Header>
  );
}

/** Whether the scene takes presses. */
function LiveButton(): ReactNode {
  const bench = useBench();
  const command = commandOf("live");
  const isLive = useIsOn(command);
  return (
    <Button
      aria-pressed={isLive}
      title={isLive ? "Back to the timeline (L)" : "Press on the scene and see it answer (L)"}
      onClick={() => runCommand(command, bench)}
      className={isLive ? "border-spruce bg-spruce-pale text-spruce" : ""}
    >
      Live
    </Button>
  );
}

function StudyName(): ReactNode {
  const bench = useBench();
  const { name } = useStudy();
  return (
    <>
      <title>{`${name}, Levitas`}</title>
      <TextField
        label="Name of the study"
        value={name}
        needed
        leaves
        take={(next) => bench.perform(renameStudy, { name: next })}
        className="[field-sizing:content] max-w-80 min-w-16 rounded-md border border-transparent bg-transparent px-1.5 py-1 text-[15px] font-semibold hover:border-rule focus:border-spruce"
      />
    </>
  );
}
