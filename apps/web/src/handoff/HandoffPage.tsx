import {
  HANDOFF_FORMATS,
  type HandoffFormat,
  type HandoffParts,
  type HandoffRun,
  type HandoffSettings,
  initialSettings,
  type KeptHandoff,
  OF_STUDY,
  readHandoffSettings,
  WITHIN,
} from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useCallback, useEffect, useMemo, useState } from "react";
import { Link, useLoaderData, useParams, useSearchParams } from "react-router";
import type { StoredStudy } from "../api/studies.ts";
import type { Found } from "../keeping/findKept.ts";
import { Header } from "../shell/Header.tsx";
import { Button } from "../ui/Button.tsx";
import { copyText } from "../ui/copyText.ts";
import { ErrorBoundary } from "../ui/ErrorBoundary.tsx";
import { saveFile } from "../ui/saveFile.ts";
import { FormatList } from "./FormatList.tsx";
import { fontsOf } from "./fonts.ts";
import { HandoffOptions } from "./HandoffOptions.tsx";
import { movingFigures } from "./movingFigures.ts";
import { RunningStage } from "./RunningStage.tsx";
import { SaveAll } from "./SaveAll.tsx";
import { sizeWords } from "./sizeWords.ts";
import { useHandoff } from "./useHandoff.ts";
import { useKeptHandoff } from "./useKeptHandoff.ts";

const PictureStage = lazy(async () => ({
  default: (await import("./pictures/PictureStage.tsx")).PictureStage,
}));

/** Longer than this a text is not shown whole; it leaves whole. */
const SHOWN_LETTERS = 200_000;

/** What leaves Levitas: a study in the formats of others, each seen running and compared with what was made. */
export function HandoffPage(): ReactNode {
  const { id = "" } = useParams();
  const { stored, drafts, handoff } = useLoaderData<
    Found<StoredStudy, Study> & { readonly handoff: KeptHandoff }
  >();
  // What was seen last in this tab is what leaves, saved or not. Work that another tab left behind leaves only where it
  // was made of what the server has: on the bench the person chooses.
  const draft = drafts.find(({ isOwn, madeFrom }) => isOwn || madeFrom === stored.revision);
  return <HandoffRoom key={id} id={id} study={draft?.content ?? stored.document} found={handoff} />;
}

/** What runs in a format that is not the study as it is; null where it is that, undefined until it is loaded. */
function useRun(
  { run }: HandoffFormat,
  study: Study,
  settings: HandoffSettings,
): HandoffRun | null | undefined {
  const [loaded, setLoaded] = useState<{ of: HandoffFormat["run"]; run: HandoffRun }>();
  const wanted = run?.isNeeded(study, settings) ? run : undefined;
  useEffect(() => {
    let over = false;
    wanted?.load().then(
      (each) => over || setLoaded({ of: wanted, run: each }),
      // What cannot be loaded is said where the page begins (main.tsx).
      () => undefined,
    );
    return () => {
      over = true;
    };
  }, [wanted]);
  if (!wanted) return null;
  return loaded?.of === wanted ? loaded.run : undefined;
}

/** What a study leaves as if nothing else is asked for: one that answers as the module that does. */
function firstFormat({ live }: Study): HandoffFormat {
  const wanted = live && live.responses.length > 0 ? "live" : HANDOFF_FORMATS[0]?.id;
  return HANDOFF_FORMATS.find(({ id }) => id === wanted) as HandoffFormat;
}

/** What was chosen for a format, or what it begins with where that cannot be any more. */
function settingsOf(format: HandoffFormat, study: Study, kept: KeptHandoff): HandoffSettings {
  const ofStudy = format.options.filter(({ isOfStudy }) => isOfStudy).map(({ id }) => id);
  const shared = Object.entries(kept.settings[OF_STUDY] ?? {});
  const said = {
    ...kept.settings[format.id],
    ...Object.fromEntries(shared.filter(([option]) => ofStudy.includes(option))),
  };
  const read = readHandoffSettings(format, study, said);
  return read.ok ? read.value : initialSettings(format, study);
}

/** A format without what this browser cannot do: not all write video. */
function offered(format: HandoffFormat): HandoffFormat {
  if (typeof VideoEncoder !== "undefined") return format;
  const options = format.options.map((option) =>
    option.type === "choice"
      ? { ...option, choices: option.choices.filter(({ value }) => value !== "webm") }
      : option,
  );
  return { ...format, options };
}

function HandoffRoom({
  id,
  study,
  found,
}: {
  id: string;
  study: Study;
  found: KeptHandoff;
}): ReactNode {
  const [search, setSearch] = useSearchParams();
  const format = HANDOFF_FORMATS.find((each) => each.id === search.get("as")) ?? firstFormat(study);
  const [kept, change] = useKeptHandoff(id, found);
  const settings = useMemo(() => settingsOf(format, study, kept), [format, study, kept]);
  // What runs beside it and is compared: the study's own motion, or what a format makes of it.
  const run = useRun(format, study, settings);
  const played = useMemo(() => run?.study?.(study, settings) ?? study, [run, study, settings]);
  const motion = useMemo(
    () => run?.motion?.(study, settings) ?? compileStudy(played),
    [run, study, settings, played],
  );
  const moving = useMemo(
    () => run?.figures?.(study) ?? movingFigures(motion),
    [run, study, motion],
  );
  const selected = useMemo(() => new Set(kept.figures ?? moving), [kept.figures, moving]);
  // What is drawn by itself is the whole scene, unless something is left out.
  const drawn = useMemo(
    () => new Set(kept.drawn ?? study.figures.map((figure) => figure.id)),
    [kept.drawn, study],
  );
  const [fonts, setFonts] = useState<string | null>(null);
  useEffect(() => {
    let over = false;
    const take = (text: string) => over || setFonts(text);
    // Without its fonts it still plays.
    fontsOf(study).then(take, () => take(""));
    return () => {
      over = true;
    };
  }, [study]);
  const partsOf = useCallback(
    ({ choosesFigures }: HandoffFormat, chosenSettings: HandoffSettings): HandoffParts => {
      const choice = choosesFigures?.(chosenSettings);
      return {
        fonts: fonts ?? "",
        ...(choice === "selected" ? { figures: selected, selectors: kept.selectors } : {}),
        ...(choice === "drawn" && kept.drawn ? { figures: drawn } : {}),
      };
    },
    [fonts, selected, drawn, kept.drawn, kept.selectors],
  );
  const parts = useMemo(
    () => (fonts === null || run === undefined ? null : partsOf(format, settings)),
    [fonts, run, format, settings, partsOf],
  );
  const { written, of, busy, fault } = useHandoff(study, format.id, settings, parts);
  const now = of === format.id ? written : null;
  const plan = useMemo(() => format.picture?.(study, settings), [format, study, settings]);
  const name = study.name.replace(/[^\w-]+/g, "-").toLowerCase();
  const file = `${name}.${format.extension(settings)}`;
  const text = now?.text ?? "";
  return (
    <div className="flex h-full flex-col">
      <Header
        actions={
          <>
            <Button onClick={() => saveFile(`${name}.json`, JSON.stringify(study, null, 1))}>
              Save study file
            </Button>
            <SaveAll
              study={study}
              fileName={name}
              wantedOf={(each) => {
                const wanted = settingsOf(each, study, kept);
                return { settings: wanted, parts: partsOf(each, wanted) };
              }}
            />
          </>
        }
      >
        <title>{`${study.name}, hand-off`}</title>
        <h1 className="truncate text-[15px] font-semibold">{study.name}</h1>
        <Link to={`/studies/${id}`} className="rounded-lg px-2 py-1 text-muted hover:text-ink">
          ‹ back to the bench
        </Link>
      </Header>
      <main className="flex min-h-0 flex-1">
        <FormatList chosen={format.id} choose={(as) => setSearch({ as }, { replace: true })} />
        <section
          aria-label={`Hand-off as ${format.label}`}
          className="flex min-w-0 flex-1 flex-col gap-2 px-3.5 pb-3"
        >
          {plan ? (
            <>
              <p className="flex h-10.5 items-center gap-2 text-muted">
                <b className="font-semibold text-ink">{format.label}</b> {format.note}
              </p>
              <ErrorBoundary name="The picture">
                <Suspense>
                  <PictureStage
                    key={format.id}
                    study={study}
                    plan={plan}
                    parts={parts}
                    file={file}
                  />
                </Suspense>
              </ErrorBoundary>
            </>
          ) : (
            <>
              {format.hasStage ? (
                <ErrorBoundary name="The running hand-off">
                  <RunningStage
                    label={format.label}
                    study={played}
                    motion={motion}
                    page={now?.stage}
                    isActedOn={run?.motion !== undefined}
                    share={Number(settings.within ?? WITHIN) / WITHIN}
                  />
                </ErrorBoundary>
              ) : (
                <p className="flex h-10.5 items-center gap-2 text-muted">
                  <b className="font-semibold text-ink">{format.label}</b> {format.note}
                </p>
              )}
              <textarea
                readOnly
                aria-label={`${format.label} of the study`}
                data-testid="handoff-text"
                data-busy={busy}
                value={
                  fault ||
                  (text.length > SHOWN_LETTERS
                    ? `${text.slice(0, SHOWN_LETTERS)}\n… copied and saved whole`
                    : text)
                }
                wrap="off"
                className={`min-h-24 flex-1 resize-none overflow-auto rounded-lg border border-rule bg-raised px-3.5 py-2.5 font-mono text-[11px] leading-relaxed text-ink ${busy ? "opacity-70" : ""}`}
              />
              <div className="flex items-center gap-2">
                <p
                  className="mr-auto font-mono text-[11.5px] text-muted"
                  data-testid="handoff-size"
                >
                  {now
                    ? `${sizeWords(now.bytes)}, ${sizeWords(now.gzipped)} gzipped`
                    : fault
                      ? "nothing was written"
                      : "writing…"}
                </p>
                <Button disabled={!now} onClick={() => saveFile(file, text, format.mime)}>
                  Save file
                </Button>
                <Button
                  look="main"
                  disabled={!now}
                  onClick={() => copyText(text, `the ${format.label}`)}
                >
                  Copy
                </Button>
              </div>
            </>
          )}
        </section>
        <HandoffOptions
          study={study}
          format={offered(format)}
          settings={settings}
          change={(option, value) => {
            const isOfStudy = format.options.some((each) => each.id === option && each.isOfStudy);
            const [where, before] = isOfStudy
              ? [OF_STUDY, kept.settings[OF_STUDY]]
              : [format.id, settings];
            change({ settings: { ...kept.settings, [where]: { ...before, [option]: value } } });
          }}
          chosen={format.choosesFigures?.(settings) === "drawn" ? drawn : selected}
          choose={(figures) =>
            change(
              format.choosesFigures?.(settings) === "drawn"
                ? { drawn: [...figures] }
                : { figures: [...figures] },
            )
          }
          moving={moving}
          selectors={kept.selectors}
          classes={now?.selectorOf}
          name={(figureId, selector) =>
            change({ selectors: { ...kept.selectors, [figureId]: selector } })
          }
          limits={now?.limits ?? []}
          weight={now?.weight}
        />
      </main>
    </div>
  );
}
