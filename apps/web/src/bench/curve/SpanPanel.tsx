import {
  CURVE_KINDS,
  type Curve,
  curveKindOf,
  physicsOf,
  springDuration,
} from "@levitas/core/curve";
import { setSpanCurve, setTrack } from "@levitas/core/edit";
import { curveRange } from "@levitas/core/reading";
import { ANGLE_ROUTES } from "@levitas/core/value";
import { type ReactNode, useRef } from "react";
import { Button } from "../../ui/Button.tsx";
import { ChevronIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { numberLabel } from "../labels.ts";
import { useBench, useFrame } from "../model/BenchContext.ts";
import { CurveNumbers } from "./CurveNumbers.tsx";
import { type Span, spanIn } from "./useSpan.ts";

const ROUTE_WORDS: Readonly<Record<(typeof ANGLE_ROUTES)[number], string>> = {
  none: "plain numbers",
  shorter: "shorter way",
  longer: "longer way",
  increasing: "always clockwise",
  decreasing: "always counterclockwise",
};

/** Beside the plot: which kind of curve, its numbers, how its channel blends, its readings. */
export function SpanPanel({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const { channel, tween, track, key, curve } = span;
  const choose = (next: Curve) => bench.perform(setSpanCurve, { keyId: key.id, curve: next });
  const setRoute = (set: Parameters<typeof setTrack>[1]["set"]) =>
    bench.perform(setTrack, { tweenId: tween.id, channel: channel.id, set });
  return (
    <div className="flex w-44 shrink-0 flex-col gap-2 overflow-y-auto pt-1 pr-3 pb-2">
      <Menu
        items={CURVE_KINDS.map((kind) => ({
          text: kind.label,
          chosen: kind.kind === curve.kind,
          onSelect: () => kind.kind !== curve.kind && choose(kind.initial),
        }))}
      >
        <Button
          size="small"
          className="justify-between font-semibold"
          aria-label={`${curveKindOf(curve).label}: kind of curve`}
        >
          {curveKindOf(curve).label}
          <ChevronIcon size={14} />
        </Button>
      </Menu>
      <CurveNumbers span={span} />
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
      <Readings span={span} />
    </div>
  );
}

const SPACE_WORDS = { oklab: "blends in OKLab", srgb: "blends in sRGB" } as const;

/** What the curve does in numbers, also while it is dragged. */
function Readings({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const list = useRef<HTMLDListElement>(null);
  const drawn = useRef<Curve>(undefined);
  useFrame(({ study }) => {
    const { curve } = spanIn(study, bench.selection) ?? span;
    if (!list.current || (drawn.current === curve && list.current.lastChild?.textContent)) return;
    drawn.current = curve;
    const { max, min } = curveRange(curve);
    const percent = (value: number) => `${numberLabel(Math.max(value, 0) * 100, 1)} %`;
    const isSpring = curve.kind === "spring" || curve.kind === "spring-feel";
    const natural = isSpring ? springDuration(physicsOf(curve)) * 1000 : 0;
    const texts = [percent(max - 1), percent(-min), `${numberLabel(natural, 0)} ms`];
    list.current.querySelectorAll("dd").forEach((element, i) => {
      element.textContent = texts[i] ?? "";
    });
  });
  return (
    <dl
      ref={list}
      className="grid grid-cols-[1fr_auto] gap-y-0.5 border-t border-rule pt-1.5 text-[12px]"
    >
      <dt className="text-muted">Overshoot</dt>
      <dd className="font-mono text-[11px]" />
      <dt className="text-muted">Anticipation</dt>
      <dd className="font-mono text-[11px]" />
      {span.curve.kind === "spring" || span.curve.kind === "spring-feel" ? (
        <>
          <dt className="text-muted" title="What the spring takes by itself; a span stretches it">
            Natural time
          </dt>
          <dd className="font-mono text-[11px]" />
        </>
      ) : null}
    </dl>
  );
}
