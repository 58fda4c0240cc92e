import { ALIGN_COMMANDS } from "./alignCommands.ts";
import type { Command } from "./command.ts";
import { FIGURE_COMMANDS } from "./figureCommands.ts";
import { KEY_COMMANDS } from "./keyCommands.ts";
import { STUDY_COMMANDS } from "./studyCommands.ts";
import { TIME_COMMANDS } from "./timeCommands.ts";
import { VIEW_COMMANDS } from "./viewCommands.ts";

/** Everything a person can ask for on the bench, in the order the palette and the list of shortcuts show it. */
export const COMMANDS: readonly Command[] = [
  ...TIME_COMMANDS,
  ...KEY_COMMANDS,
  ...FIGURE_COMMANDS,
  ...STUDY_COMMANDS,
  ...ALIGN_COMMANDS,
  ...VIEW_COMMANDS,
];

/** The command with an id. Throws RangeError for an unknown one. */
export function commandOf(id: string): Command {
  const command = COMMANDS.find((each) => each.id === id);
  if (!command) throw new RangeError(`commandOf: there is no command ${id}`);
  return command;
}
