import { type ReactNode, useSyncExternalStore } from "react";
import { Button, IconButton } from "../../ui/Button.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { type Command, runCommand, whyNot } from "./command.ts";
import { commandOf } from "./commands.ts";

/** What a button says when it is pointed at: what it does with its shortcut, or why it cannot. */
const titleOf = ({ label, shownKeys }: Command, why: string | undefined): string =>
  why ?? (shownKeys === "" ? label : `${label} (${shownKeys})`);

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
  return (
    <Button
      size="tiny"
      disabled={why !== undefined}
      title={titleOf(command, why)}
      onClick={() => runCommand(command, bench)}
    >
      {text}
    </Button>
  );
}

/** A command as a drawing; it is called what the command would do now. */
export function CommandIcon({
  id,
  children,
}: {
  readonly id: string;
  readonly children: ReactNode;
}): ReactNode {
  const bench = useBench();
  const command = commandOf(id);
  const why = useBenchState(() => whyNot(command, bench));
  const label = useBenchState(() => command.text?.(bench) ?? command.label);
  return (
    <IconButton
      label={label}
      disabled={why !== undefined}
      onClick={() => runCommand(command, bench)}
    >
      {children}
    </IconButton>
  );
}

/** Whether what a command switches is on, as it is now. */
export function useIsOn(command: Command): boolean {
  const bench = useBench();
  return useSyncExternalStore(
    (told) => {
      const forget = [bench.store.subscribe(told), bench.clock.onChange(told)];
      return () => {
        for (const each of forget) each();
      };
    },
    () => command.isOn?.(bench) ?? false,
  );
}
