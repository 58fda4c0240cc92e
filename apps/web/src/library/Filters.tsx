import { DIRECTIONS } from "@levitas/core/curve";
import { FEEL_WORDS } from "@levitas/core/reading";
import type { ReactNode } from "react";
import { SearchIcon } from "../ui/icons.tsx";
import { leaveFocus } from "../ui/pointerFocus.ts";
import { type Filter, NO_FILTER } from "./entries.ts";
import { SHOW_ON, type ShowOn } from "./standIn.ts";

const PLATFORMS = [
  { value: "any", text: "any" },
  { value: "css", text: "CSS as is" },
  { value: "linear", text: "CSS via points" },
] as const;

/** The left margin of the gallery: by feel, by direction, by what can run it, and what it is shown on. */
export function Filters({
  filter,
  onFilter,
  showOn,
  onShowOn,
}: {
  filter: Filter;
  onFilter: (filter: Filter) => void;
  showOn: ShowOn;
  onShowOn: (on: ShowOn) => void;
}): ReactNode {
  const change = (part: Partial<Filter>) => onFilter({ ...filter, ...part });
  const isPlain = JSON.stringify(filter) === JSON.stringify(NO_FILTER);
  return (
    <aside
      aria-label="Filters"
      className="flex w-54 shrink-0 flex-col gap-5 overflow-y-auto border-r border-rule p-4"
    >
      <label className="relative flex items-center">
        <span className="absolute left-2.5 text-muted">
          <SearchIcon size={14} />
        </span>
        <input
          type="search"
          value={filter.search}
          onChange={(event) => change({ search: event.target.value })}
          placeholder="Find a curve"
          aria-label="Find a curve"
          className="h-8 w-full rounded-lg border border-edge/50 bg-raised pr-2 pl-8 placeholder:text-muted"
        />
      </label>
      <Group title="How should it feel?">
        {FEEL_WORDS.map((word) => (
          <Chip
            key={word}
            on={filter.feel.includes(word)}
            onPress={() =>
              change({
                feel: filter.feel.includes(word)
                  ? filter.feel.filter((each) => each !== word)
                  : [...filter.feel, word],
              })
            }
          >
            {word}
          </Chip>
        ))}
      </Group>
      <Group title="Where does the easing go?">
        {DIRECTIONS.map((direction) => (
          <Chip
            key={direction}
            on={filter.direction === direction}
            onPress={() => change({ direction: filter.direction === direction ? null : direction })}
          >
            {direction}
          </Chip>
        ))}
      </Group>
      <Group title="What can run it?">
        {PLATFORMS.map(({ value, text }) => (
          <Chip
            key={value}
            on={filter.platform === value}
            onPress={() => change({ platform: value })}
          >
            {text}
          </Chip>
        ))}
      </Group>
      <Group title="Show it on">
        {SHOW_ON.map((on) => (
          <Chip key={on} on={showOn === on} onPress={() => onShowOn(on)}>
            {on}
          </Chip>
        ))}
      </Group>
      {isPlain ? null : (
        <button
          type="button"
          onMouseDown={leaveFocus}
          onClick={() => onFilter(NO_FILTER)}
          className="self-start text-[12.5px] text-spruce underline"
        >
          Show all again
        </button>
      )}
    </aside>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }): ReactNode {
  return (
    <fieldset>
      <legend className="mb-1.5 text-[12.5px] text-muted">{title}</legend>
      <div className="flex flex-wrap gap-1.5">{children}</div>
    </fieldset>
  );
}

function Chip({
  on,
  onPress,
  children,
}: {
  on: boolean;
  onPress: () => void;
  children: ReactNode;
}): ReactNode {
  return (
    <button
      type="button"
      aria-pressed={on}
      onMouseDown={leaveFocus}
      onClick={onPress}
      className={`h-7 rounded-lg border px-2.5 text-[12.5px] ${on ? "border-spruce bg-spruce-pale font-semibold text-spruce" : "border-edge/50 bg-raised hover:border-spruce"}`}
    >
      {children}
    </button>
  );
}
