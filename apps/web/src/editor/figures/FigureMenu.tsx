import type { Figure } from "@levitas/core/study";
import type { ReactNode } from "react";
import { MenuItems } from "../../ui/MenuItems.tsx";
import { runCommand, whyNot } from "../commands/command.ts";
import { COMMANDS } from "../commands/commands.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";

/** What can be done with a figure: the commands that are about figures, done with this one. */
export function FigureMenu({ figure: { id } }: { figure: Figure }): ReactNode {
  const bench = useBench();
  useBenchState((state) => state);
  return (
    <MenuItems
      items={COMMANDS.filter(({ inFigureMenu }) => inFigureMenu?.(bench, id)).map((command) => {
        const why = whyNot(command, bench, id);
        return {
          text: command.text?.(bench, id) ?? command.label,
          hint: command.shownKeys ?? "",
          ...{ disabled: why !== undefined, why },
          onSelect: () => runCommand(command, bench, id),
        };
      })}
    />
  );
}
