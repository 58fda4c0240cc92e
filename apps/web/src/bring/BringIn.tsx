import { faultText } from "@levitas/core/fault";
import { type Brought, bringInto } from "@levitas/core/format";
import { channelOf, type Study } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { Dialog } from "radix-ui";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Button } from "../ui/Button.tsx";
import { numberLabel } from "../ui/numberLabel.ts";
import { isStudyText } from "./isStudyText.ts";
import { readAside } from "./readAside.ts";

/** Reading waits until typing rests, ms. */
const QUIET = 250;
/** As many lines of what could not be read are shown; the number of all stands above. */
const SHOWN = 60;

const EXAMPLE = `.lamp { animation: glow 900ms ease-in-out infinite alternate; }
@keyframes glow { from { opacity: 0.3; } to { opacity: 1; scale: 1.1; } }`;

/**
 * Takes motion of another origin, as a text, a file or what was dropped: shows what was found and what could not be read,
 * and lets each thing become a figure or go onto one.
 */
export function BringIn({
  study,
  given,
  name,
  take,
  takeStudy,
  close,
}: {
  /** What it goes into; its figures are offered. */
  study: Study;
  /** What was pasted or dropped. */
  given: string;
  /** Of the file, if it was one. */
  name: string;
  take: (study: Study, said: string) => void | Promise<void>;
  /** Takes a whole study, where one can be opened; answers what is wrong with it, or nothing. */
  takeStudy?: (file: File) => Promise<string>;
  close: () => void;
}): ReactNode {
  const [text, setText] = useState(given);
  const [found, setFound] = useState<Brought | null>(null);
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const [onto, setOnto] = useState<readonly (string | null)[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const latest = useRef({ takeStudy, close });
  latest.current = { takeStudy, close };
  useEffect(() => {
    setFound(null);
    setFault("");
    if (text.trim() === "") return;
    const { takeStudy: takeIt, close: closeIt } = latest.current;
    const isStudy = isStudyText(text);
    if (isStudy && !takeIt)
      return setFault("This is a whole study. Bring it in on the Studies page.");
    const stop = new AbortController();
    setBusy(true);
    const timer = setTimeout(async () => {
      if (isStudy && takeIt) {
        const wrong = await takeIt(new File([text], name || "The pasted study"));
        if (!wrong) closeIt();
        else if (!stop.signal.aborted) {
          setBusy(false);
          setFault(wrong);
        }
        return;
      }
      const read = await readAside(text, stop.signal);
      if (stop.signal.aborted) return;
      setBusy(false);
      setFound(read.ok ? read.value : null);
      setFault(read.ok ? "" : read.faults.slice(0, 2).map(faultText).join(" "));
      setOnto(read.ok ? read.value.figures.map((each) => sameName(study, each.name)) : []);
    }, QUIET);
    return () => {
      clearTimeout(timer);
      stop.abort();
      setBusy(false);
    };
  }, [text, study, name]);
  const put = () => {
    if (!found) return;
    const next = bringInto(study, found, onto, () => nanoid(8));
    const left = found.unread.length > 0 ? `, ${found.unread.length} left out` : "";
    void take(next, `Brought in ${wordsOf(found)}${left}.`);
    close();
  };
  return (
    // Not modal for Radix: what that puts on the body is a style our policy forbids.
    <Dialog.Root modal={false} open onOpenChange={(open) => open || close()}>
      <Dialog.Portal>
        <div aria-hidden className="fixed inset-0 z-50 bg-ink/15" />
        <Dialog.Content
          aria-describedby={undefined}
          onKeyDown={(event) => event.stopPropagation()}
          // What was typed is not lost to a click beside it.
          onInteractOutside={(event) => event.preventDefault()}
          className="fixed top-[8vh] left-1/2 z-50 flex max-h-[84vh] w-[min(860px,94vw)] -translate-x-1/2 flex-col gap-3 overflow-hidden rounded-xl border border-edge/50 bg-raised p-4 text-[13px] outline-none"
        >
          <div className="flex items-baseline gap-3">
            <Dialog.Title className="text-[15px] font-semibold">Bring in</Dialog.Title>
            <p className="truncate text-muted">
              {name ||
                (takeStudy ? "A study, " : "") +
                  "CSS, Web Animations as JSON, an SVG that moves, a table of frames, or tokens"}
            </p>
          </div>
          <div className="flex min-h-0 gap-4">
            <textarea
              aria-label="Text to bring in"
              value={text}
              spellCheck={false}
              placeholder={EXAMPLE}
              onChange={({ target }) => setText(target.value)}
              className={`h-[46vh] min-w-0 flex-1 resize-none rounded-md border bg-paper p-2 font-mono text-[11px] leading-relaxed placeholder:text-muted ${fault ? "border-fault" : "border-edge/50"}`}
            />
            <div className="flex w-88 shrink-0 flex-col gap-3 overflow-y-auto" aria-live="polite">
              {fault ? (
                <p role="alert" className="leading-snug text-fault">
                  {fault}
                </p>
              ) : found ? (
                <Found found={found} study={study} onto={onto} put={setOnto} />
              ) : (
                <p className="leading-snug text-muted">
                  {busy
                    ? "Reading…"
                    : "Paste a text, choose a file, or drop one here. What is found in it is shown before it is brought in."}
                </p>
              )}
            </div>
          </div>
          <div className="flex gap-2">
            <input
              ref={file}
              type="file"
              accept=".css,.json,.svg,.csv,.html,.txt"
              className="hidden"
              aria-label="File to bring in"
              onChange={async ({ target }) => {
                const [chosen] = target.files ?? [];
                target.value = "";
                if (chosen) setText(await chosen.text());
              }}
            />
            <Button onClick={() => file.current?.click()}>From a file…</Button>
            <span className="flex-1" />
            <Button onClick={close}>Cancel</Button>
            <Button look="main" disabled={!found} onClick={put}>
              Bring in
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The figure that is called the same, if there is one: what left and comes back goes onto it. */
function sameName({ figures }: Study, name: string): string | null {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, " ")
      .trim();
  return figures.find((each) => plain(each.name) === plain(name))?.id ?? null;
}

function wordsOf({ figures, curves }: Brought): string {
  const tweens = figures.reduce((sum, each) => sum + each.tweens.length, 0);
  const count = (number: number, word: string) => `${number} ${word}${number === 1 ? "" : "s"}`;
  return [
    ...(tweens > 0 ? [`${count(tweens, "tween")} of ${count(figures.length, "figure")}`] : []),
    ...(curves.length > 0 ? [count(curves.length, "named curve")] : []),
  ].join(" and ");
}

function Found({
  found,
  study,
  onto,
  put,
}: {
  found: Brought;
  study: Study;
  onto: readonly (string | null)[];
  put: (onto: readonly (string | null)[]) => void;
}): ReactNode {
  return (
    <>
      <p data-testid="brought">
        Found in this {found.kind}: {wordsOf(found)}.
      </p>
      {found.figures.length > 0 ? (
        <ul className="flex flex-col gap-2">
          {found.figures.map((figure, i) => {
            const channels = new Set(
              figure.tweens.flatMap(({ tracks }) =>
                tracks.map(({ channel }) => channelOf(channel).label),
              ),
            );
            const ends = Math.max(...figure.tweens.map((each) => each.delay + each.duration));
            return (
              // Two things may have one name.
              <li key={`${figure.name} ${i}`} className="flex flex-col gap-0.5">
                <label className="flex items-center justify-between gap-2">
                  <span className="truncate font-semibold">{figure.name}</span>
                  <select
                    aria-label={`${figure.name} goes onto`}
                    value={onto[i] ?? ""}
                    onChange={({ target }) =>
                      put(onto.map((each, k) => (k === i ? target.value || null : each)))
                    }
                    className="h-7 max-w-40 rounded-md border border-edge/50 bg-raised px-1.5"
                  >
                    <option value="">a new figure</option>
                    {study.figures.map(({ id, name }) => (
                      <option key={id} value={id}>
                        {name}
                      </option>
                    ))}
                  </select>
                </label>
                <span className="text-[12px] text-muted">
                  {[...channels].join(", ")} · {numberLabel(ends, 0)} ms
                </span>
              </li>
            );
          })}
        </ul>
      ) : null}
      {found.unread.length > 0 ? (
        <section aria-label="Could not be read">
          <h3 className="mb-1 font-semibold">
            {found.unread.length === 1
              ? "One thing could not be read"
              : `${found.unread.length} things could not be read`}
          </h3>
          <ul className="flex flex-col gap-1 text-[12px] leading-snug">
            {found.unread.slice(0, SHOWN).map(({ place, what, why }, i) => (
              <li key={`${place} ${what} ${i}`}>
                <span className="font-mono text-[11px] text-muted">{place}</span> {what}: {why}.
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  );
}
