import { type ReactNode, useSyncExternalStore } from "react";
import { Button, IconButton } from "../../ui/Button.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { type Command, runCommand, whyNot } from "./command.ts";
import { commandOf } from "./commands.ts";

/** A command as a button needs it: why it does not apply now, and what presses it. */
function useCommand(id: string) {
  const bench = useBench();
  const command = commandOf(id);
  const why = useBenchState(() => whyNot(command, bench));
  const press = { disabled: why !== undefined, onClick: () => runCommand(command, bench) };
  return { bench, command, why, press };
}

/** A button that runs a command: greyed out where that does not apply, saying what it does or why it cannot. */
export function CommandButton({
  id,
  text,
}: {
  readonly id: string;
  readonly text: string;
}): ReactNode {
  const { command, why, press } = useCommand(id);
  const { label, shownKeys } = command;
  return (
    <Button size="tiny" {...press} title={why ?? (shownKeys ? `${label} (${shownKeys})` : label)}>
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
  const { bench, command, press } = useCommand(id);
  const label = useBenchState(() => command.text?.(bench) ?? command.label);
  return (
    <IconButton label={label} {...press}>
      {children}
    </IconButton>
  );
}

/** Whether what a command switches is on, as it is now. */
export function useIsOn({ isOn }: Command): boolean {
  const bench = useBench();
  return useSyncExternalStore(
    (told) => {
      const forget = [bench.store.subscribe(told), bench.clock.onChange(told)];
      return () => {
        for (const each of forget) each();
      };
    },
    () => isOn?.(bench) ?? false,
  );
}
