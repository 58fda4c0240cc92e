import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import type { StudyLine } from "../api/studies.ts";
import { Miniature } from "../drawing/Miniature.tsx";
import { IconButton } from "../ui/Button.tsx";
import { ErrorBoundary } from "../ui/ErrorBoundary.tsx";
import { MoreIcon } from "../ui/icons.tsx";
import { Menu } from "../ui/Menu.tsx";
import { useStudyActions } from "./useStudies.ts";

/** One study: its motion in miniature, played while pointed at or focused. */
export function StudyCard({ study }: { study: StudyLine }): ReactNode {
  const [pointed, setPointed] = useState(false);
  const { duplicate, remove } = useStudyActions();
  return (
    <article
      className="group flex flex-col overflow-hidden rounded-lg border border-rule bg-raised hover:border-spruce"
      onPointerEnter={() => setPointed(true)}
      onPointerLeave={() => setPointed(false)}
      onFocus={() => setPointed(true)}
      onBlur={() => setPointed(false)}
    >
      <div className="relative min-h-0 flex-1">
        <ErrorBoundary name="The miniature" fallback={null}>
          <Miniature study={study.thumbnail} playing={pointed} />
        </ErrorBoundary>
        {/* Over the picture, not around it: the words drawn in it are not the link's name. */}
        <Link
          to={`/studies/${study.id}`}
          className="absolute inset-0 rounded-t-lg"
          aria-label={`Open ${study.name}`}
          data-study={study.id}
        />
      </div>
      <div className="flex h-13 shrink-0 items-center gap-2 border-t border-rule pr-2 pl-3">
        <div className="min-w-0 flex-1">
          <h2 className="truncate leading-tight font-semibold">{study.name}</h2>
          <p className="truncate text-[12px] text-muted">
            <span className="font-mono text-[11px]">{Math.round(study.duration)} ms</span>
            {" · changed "}
            {sayWhen(study.changedAt)}
          </p>
        </div>
        <Menu
          align="end"
          items={[
            { text: "Duplicate", onSelect: () => duplicate.mutate(study.id) },
            { text: "Delete", onSelect: () => remove.mutate(study) },
          ]}
        >
          <IconButton label={`More for ${study.name}`}>
            <MoreIcon />
          </IconButton>
        </Menu>
      </div>
    </article>
  );
}

/** A time as people say it. */
function sayWhen(time: number): string {
  const minutes = Math.round((Date.now() - time) / 60_000);
  if (minutes < 1) return "just now";
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 24 * 60) return `${Math.round(minutes / 60)} h ago`;
  return new Date(time).toLocaleDateString("en", {
    day: "numeric",
    month: "short",
    year: "numeric",
  });
}
