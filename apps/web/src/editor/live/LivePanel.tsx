import { keepResponse } from "@levitas/core/edit";
import {
  type Action,
  eachTween,
  type LiveResponse,
  NO_LIVE,
  type Study,
} from "@levitas/core/study";
import { nanoid } from "nanoid";
import { type ReactNode, useMemo } from "react";
import { Button } from "../../ui/Button.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { Levers } from "./Levers.tsx";
import { useLive, useLiveState } from "./LiveContext.ts";
import { Poses } from "./Poses.tsx";
import { ResponseForm } from "./ResponseForm.tsx";
import { Takes } from "./Takes.tsx";
import { Trace } from "./Trace.tsx";
import { LiveWords, MID_FLIGHT_WORDS } from "./words.ts";

/** Poses, levers, responses, the trace and the takes. */
export function LivePanel(): ReactNode {
  return (
    <section aria-label="Live" className="flex min-h-0 min-w-0 flex-1 flex-col bg-raised">
      <div className="flex shrink-0 flex-wrap items-center gap-x-6 gap-y-1.5 bg-sunk px-3.5 py-2">
        <Poses />
        <Levers />
      </div>
      <div className="min-h-28 shrink overflow-y-auto">
        <Responses />
      </div>
      <Trace />
      <Takes />
    </section>
  );
}

/** What answers to what: a line for each, the chosen one open to be changed. */
function Responses(): ReactNode {
  const session = useLive();
  const study = useStudy();
  const words = useMemo(() => new LiveWords(study), [study]);
  const chosen = useLiveState((state) => state.response);
  const adding = useLiveState((state) => state.adding);
  const { responses } = study.live ?? NO_LIVE;
  const choose = (id: string) =>
    session.store.setState({ response: chosen === id ? null : id, pose: null, lever: null });
  return (
    <section aria-label="Answers">
      {responses.length === 0 && !adding ? <FirstResponse /> : null}
      {responses.length > 0 ? (
        <div
          aria-hidden
          className="grid grid-cols-[4rem_minmax(4rem,1fr)_minmax(7rem,1.5fr)_minmax(10.5rem,1.5fr)_6.5rem] gap-x-2 border-b border-rule px-3.5 py-1 text-[11.5px] text-muted"
        >
          {["When", "on", "then", "how", "in mid-flight"].map((text) => (
            <span key={text}>{text}</span>
          ))}
        </div>
      ) : null}
      {responses.map((response) => (
        <div key={response.id}>
          <button
            type="button"
            aria-expanded={chosen === response.id}
            onClick={() => choose(response.id)}
            className={`grid w-full grid-cols-[4rem_minmax(4rem,1fr)_minmax(7rem,1.5fr)_minmax(10.5rem,1.5fr)_6.5rem] items-center gap-x-2 border-b border-l-2 border-b-rule px-3 py-1.5 text-start text-[12.5px] ${chosen === response.id ? "border-l-spruce bg-spruce-pale/60" : "border-l-transparent hover:bg-sunk/60"} ${response.disabled ? "opacity-50" : ""}`}
          >
            <span className="font-semibold">{words.when(response.when)}</span>
            <span className="truncate">{words.on(response.when)}</span>
            <span className="truncate">
              {response.then.map((each) => words.then(each)).join(", ")}
            </span>
            <span className="truncate font-mono text-[11.5px]">{words.how(response.how)}</span>
            <span className="truncate text-muted">{MID_FLIGHT_WORDS[response.midFlight]}</span>
          </button>
          {chosen === response.id ? <ResponseForm response={response} /> : null}
        </div>
      ))}
      {adding ? (
        <Adding figure={adding.figure} />
      ) : responses.length > 0 ? (
        <Button
          look="quiet"
          size="small"
          className="m-1.5"
          onClick={() => session.store.setState({ adding: { figure: undefined } })}
        >
          + Add an answer
        </Button>
      ) : null}
    </section>
  );
}

/** A new response by three clicks: begin, what is pressed, what it does. */
function Adding({ figure }: { figure: string | null | undefined }): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const words = new LiveWords(study);
  const stop = () => session.store.setState({ adding: null });
  const choose = (then: Action) => {
    const response: LiveResponse = {
      id: nanoid(),
      when: { on: "press", figure: figure ?? null },
      then: [then],
      how: {
        curve: { kind: "spring-feel", overshoot: 0.12, settle: 600 },
        duration: 600,
        ...(then.do === "aim" ? { route: "shorter" as const } : {}),
      },
      midFlight: "keeps-speed",
    };
    stop();
    bench.perform(keepResponse, response);
    session.store.setState({ response: response.id });
  };
  return (
    <section
      aria-label="A new answer"
      className="m-2 rounded-lg border border-marigold bg-marigold-pale/50 p-2.5 text-[12.5px]"
    >
      {figure === undefined ? (
        <>
          <p className="font-semibold">
            When what is pressed? Press it in the scene, or choose it.
          </p>
          <div className="mt-1.5 flex flex-wrap gap-1.5">
            <Button
              size="tiny"
              onClick={() => session.store.setState({ adding: { figure: null } })}
            >
              the scene
            </Button>
            {study.figures.map(({ id, name }) => (
              <Button
                key={id}
                size="tiny"
                onClick={() => session.store.setState({ adding: { figure: id } })}
              >
                {name}
              </Button>
            ))}
          </div>
        </>
      ) : (
        <>
          <p className="font-semibold">When {words.figure(figure)} is pressed, then …</p>
          <div className="mt-1.5 flex flex-wrap gap-1.5">
            {offersOf(study, figure).map((then) => (
              <Button key={words.then(then)} size="tiny" onClick={() => choose(then)}>
                {words.then(then)}
              </Button>
            ))}
          </div>
        </>
      )}
      <Button size="tiny" look="quiet" className="mt-1.5" onClick={stop}>
        Cancel
      </Button>
    </section>
  );
}

/** What a new response could do, the likeliest first. */
function offersOf(study: Study, pressed: string | null): Action[] {
  const { poses } = study.live ?? NO_LIVE;
  const figure = pressed ?? study.figures.at(-1)?.id;
  // Needles first: what stands in it, or anywhere, and turns already.
  const turns = new Set(
    [...eachTween(study.sequence)].flatMap(({ figures, tracks }) =>
      tracks.some(({ channel }) => channel === "rotate") ? figures : [],
    ),
  );
  const needles = study.figures.filter(
    ({ id, look, rest, parent }) =>
      (look.needle || Number(rest.rotate ?? 0) !== 0 || turns.has(id)) &&
      (pressed === null || parent === pressed || look.needle),
  );
  const aims = [...new Set([...needles.map(({ id }) => id), figure])]
    .filter((id) => id !== undefined)
    .slice(0, 4);
  return [
    ...aims.map((id): Action => ({ do: "aim", figure: id, channels: ["rotate"] })),
    ...poses.map(({ id }): Action => ({ do: "next", poses: [id, "rest"] })),
    ...poses.map(({ id }): Action => ({ do: "pose", pose: id })),
    ...(figure === undefined
      ? []
      : ([
          { do: "by", figure, channel: "rotate", amount: 90 },
          { do: "aim", figure, channels: ["x", "y"] },
        ] as const)),
    ...(study.sequence.length > 0 ? [{ do: "play", direction: "turns" } as const] : []),
  ];
}

/** Live without a response: what it is for, by a small example, and the way to the first one. */
function FirstResponse(): ReactNode {
  const session = useLive();
  return (
    <div className="flex items-center gap-5 px-6 py-6">
      <svg viewBox="0 0 120 90" className="w-32 shrink-0" aria-hidden="true">
        <circle cx={60} cy={45} r={38} className="fill-paper stroke-rule" strokeWidth={2} />
        <path d="M60 45 L92 62" className="stroke-rule" strokeWidth={4} strokeLinecap="round" />
        <path
          d="M90 27 A35 35 0 0 1 91 62"
          className="fill-none stroke-marigold"
          strokeWidth={2.5}
        />
        <path d="M60 45 L88 26" stroke="var(--hue-brick)" strokeWidth={4} strokeLinecap="round" />
        <circle cx={60} cy={45} r={5} className="fill-ink" />
        <circle cx={92} cy={62} r={6} className="fill-none stroke-marigold" strokeWidth={2} />
      </svg>
      <div>
        <p className="font-semibold">Nothing answers yet</p>
        <p className="mt-1 max-w-80 text-muted">
          A needle that turns to where it is pressed, from where it is, the short way: press, choose
          what, choose where to.
        </p>
        <Button
          look="main"
          className="mt-3"
          onClick={() => session.store.setState({ adding: { figure: undefined } })}
        >
          Make something answer
        </Button>
      </div>
    </div>
  );
}
