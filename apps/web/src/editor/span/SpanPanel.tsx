import { naturalDuration } from "@levitas/core/curve";
import { setTrack } from "@levitas/core/edit";
import { ANGLE_ROUTES } from "@levitas/core/value";
import { lazy, type ReactNode, Suspense } from "react";
import { CurveNumbers } from "../../curve-editor/CurveNumbers.tsx";
import { compileCurve } from "../../curve-editor/curveReader.ts";
import { useDeskCurve } from "../../curve-editor/desk/DeskContext.ts";
import { ReadingsList } from "../../curve-editor/ReadingsList.tsx";
import { Button } from "../../ui/Button.tsx";
import { ChevronIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Span } from "../session/span.ts";
import { ROUTE_WORDS } from "../words/routeWords.ts";
import { SharedPart } from "./SharedPart.tsx";

/** What is said of points comes with the first path. */
const PointPanel = lazy(async () => ({
  default: (await import("../../curve-editor/PointPanel.tsx")).PointPanel,
}));

const SqueezeNote = lazy(async () => ({
  default: (await import("./SqueezeNote.tsx")).SqueezeNote,
}));

/** Beside the plot: the numbers of the curve, how its channel blends, its readings. */
export function SpanPanel({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const { channel, tween, track } = span;
  const isPath = useDeskCurve().kind === "path";
  const setRoute = (set: Parameters<typeof setTrack>[1]["set"]) =>
    bench.perform(setTrack, { tweenId: tween.id, channel: channel.id, set });
  const natural = naturalDuration(span.curve);
  const isShared = "shared" in (span.key.curve ?? {});
  return (
    <div className="flex min-h-0 shrink flex-col gap-2 px-3 pt-1 pb-2 @min-[420px]:w-44 @min-[420px]:shrink-0 @min-[420px]:pl-0">
      {/* Before anything is changed it has to be seen that other spans change with it. */}
      {isShared ? <SharedPart span={span} /> : null}
      <div className="flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto">
        {natural !== undefined ? (
          <Suspense fallback={null}>
            <SqueezeNote span={span} natural={Math.round(natural)} />
          </Suspense>
        ) : null}
        <CurveNumbers />
        {isPath ? (
          <Suspense fallback={null}>
            <PointPanel />
          </Suspense>
        ) : null}
        {channel.kind === "angle" && track.mode !== "relative" ? (
          <Menu
            items={ANGLE_ROUTES.map((route) => ({
              text: ROUTE_WORDS[route],
              chosen: route === (track.route ?? "none"),
              onSelect: () => setRoute({ route }),
            }))}
          >
            <Button
              size="tiny"
              className="justify-between"
              aria-label={`${ROUTE_WORDS[track.route ?? "none"]}: route of the angle`}
            >
              {ROUTE_WORDS[track.route ?? "none"]}
              <ChevronIcon size={12} />
            </Button>
          </Menu>
        ) : null}
        {channel.kind === "color" ? (
          <Menu
            items={(["oklab", "srgb"] as const).map((space) => ({
              text: SPACE_WORDS[space],
              chosen: space === (track.space ?? "oklab"),
              onSelect: () => setRoute({ space }),
            }))}
          >
            <Button
              size="tiny"
              className="justify-between"
              aria-label={`${SPACE_WORDS[track.space ?? "oklab"]}: color space`}
            >
              {SPACE_WORDS[track.space ?? "oklab"]}
              <ChevronIcon size={12} />
            </Button>
          </Menu>
        ) : null}
        <EndNote span={span} />
        <ReadingsList brief />
      </div>
      {isShared ? null : <SharedPart span={span} />}
    </div>
  );
}

const SPACE_WORDS = { oklab: "blends in OKLab", srgb: "blends in sRGB" } as const;

/** A curve that ends elsewhere than at its target makes the value jump at the next key; that is said. */
function EndNote({ span }: { span: Span }): ReactNode {
  const end = compileCurve(span.curve).value(1);
  if (Math.abs(end - 1) < 1e-6) return null;
  return (
    <p className="text-[11.5px] leading-snug text-marigold-ink">
      This curve ends at {numberLabel(end * 100, 0)} % of the way; at the next key the value jumps
      to that key.
    </p>
  );
}
