import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { runCommand, whyNot } from "./command.ts";
import { commandOf } from "./commands.ts";

/** A button that runs a command: greyed out where that does not apply, saying what it does or why it cannot. */
export function CommandButton({
  id,
  text,
}: {
  readonly id: string;
  readonly text: string;
}): ReactNode {
  const bench = useBench();
  const command = commandOf(id);
  const why = useBenchState(() => whyNot(command, bench));
  const keys = command.shownKeys === "" ? "" : ` (${command.shownKeys})`;
  return (
    <Button
      size="tiny"
      disabled={why !== undefined}
      title={why ?? `${command.label}${keys}`}
      onClick={() => runCommand(command, bench)}
    >
      {text}
    </Button>
  );
}
