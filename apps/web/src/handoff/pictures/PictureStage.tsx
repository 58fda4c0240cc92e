import { differenceWords, type HandoffParts, isNear, type PicturePlan } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { saveFile } from "../../ui/saveFile.ts";
import { sizeWords } from "../sizeWords.ts";
import { makePicture, type Picture, type PictureProof } from "./makePicture.ts";

/** Changes follow one another; a picture is made once they rest, ms. */
const QUIET = 500;
/** A picture made of the study, shown as it leaves, with what was found when it was read again. */
export function PictureStage({
  study,
  plan,
  parts,
  file,
}: {
  study: Study;
  plan: PicturePlan;
  /** Null while its fonts are read. */
  parts: HandoffParts | null;
  file: string;
}): ReactNode {
  const [made, setMade] = useState<{
    picture: Picture;
    proof: PictureProof | null;
    url: string;
  } | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [fault, setFault] = useState("");
  const [round, setRound] = useState(0);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => {
    if (parts === null) return;
    const controller = new AbortController();
    stop.current = controller;
    let url = "";
    setMade(null);
    setFault("");
    setShare(0);
    // Asked again, it begins anew.
    void round;
    const timer = setTimeout(async () => {
      try {
        const { picture, proof } = await makePicture(
          study,
          plan,
          parts,
          setShare,
          controller.signal,
        );
        if (controller.signal.aborted) return;
        url = URL.createObjectURL(new Blob([picture.bytes], { type: picture.mime }));
        setMade({ picture, proof, url });
      } catch (error) {
        if (!controller.signal.aborted)
          setFault(error instanceof Error ? error.message : String(error));
      }
      if (!controller.signal.aborted) setShare(null);
    }, QUIET);
    return () => {
      clearTimeout(timer);
      controller.abort();
      if (url) URL.revokeObjectURL(url);
    };
  }, [study, plan, parts, round]);
  const proof = made?.proof;
  const isProven =
    proof && proof.frames === plan.times.length && proof.delay <= 1 && isNear(plan.as, proof.off);
  return (
    <>
      <div className="flex min-h-0 flex-1 items-center justify-center overflow-auto rounded-lg border border-rule bg-sunk p-3">
        {made ? (
          <Shown url={made.url} plan={plan} bytes={made.picture.bytes} />
        ) : share !== null ? (
          <label className="flex w-72 flex-col gap-2 text-muted">
            {share === 0
              ? "Drawing…"
              : `Frame ${Math.min(Math.ceil((share / 0.9) * plan.times.length), plan.times.length)} of ${plan.times.length}`}
            <progress value={share} max={1} className="w-full accent-spruce" />
          </label>
        ) : (
          <p className={fault ? "text-fault" : "text-muted"}>{fault || "Stopped."}</p>
        )}
      </div>
      <section
        aria-label="Proof"
        data-proven={made ? Boolean(isProven) : undefined}
        className={`flex shrink-0 items-center gap-2 rounded-lg border px-3 py-2 ${proof && !isProven ? "border-fault" : "border-spruce/50 bg-spruce-pale/50"}`}
      >
        <b
          role="status"
          className={`shrink-0 font-semibold ${proof && !isProven ? "text-fault" : "text-spruce"}`}
        >
          {proof
            ? isProven
              ? "✓ Proven in this browser"
              : "Not the same"
            : made
              ? "Made, not read again"
              : share === null
                ? "Not made"
                : "Making it…"}
        </b>
        <span className="truncate text-[12px] text-muted">
          {proof
            ? `${proof.frames} of ${plan.times.length} frames, times within ${numberLabel(proof.delay, 1)} ms, ${differenceWords(proof.off)}`
            : ""}
        </span>
        <span className="ml-auto">
          {share === null ? (
            <Button size="tiny" onClick={() => setRound(round + 1)}>
              Make it again
            </Button>
          ) : (
            <Button
              size="tiny"
              onClick={() => {
                stop.current?.abort();
                setShare(null);
              }}
            >
              Stop
            </Button>
          )}
        </span>
      </section>
      <div className="flex items-center gap-2">
        <p className="mr-auto font-mono text-[11.5px] text-muted" data-testid="handoff-size">
          {made
            ? `${plan.width} × ${plan.height} px, ${sizeWords(made.picture.bytes.length)}, made in ${numberLabel(made.picture.took, 1)} s`
            : "drawing…"}
        </p>
        <Button
          look="main"
          disabled={!made}
          onClick={() => made && saveFile(file, made.picture.bytes, made.picture.mime)}
        >
          Save file
        </Button>
      </div>
    </>
  );
}

function Shown({
  url,
  plan,
  bytes,
}: {
  url: string;
  plan: PicturePlan;
  bytes: Uint8Array<ArrayBuffer>;
}): ReactNode {
  const [sheet, setSheet] = useState("");
  useEffect(() => {
    if (plan.as !== "sprite") return;
    let made = "";
    void import("fflate").then(({ unzipSync }) => {
      const png = unzipSync(bytes)["frames.png"];
      if (png) made = URL.createObjectURL(new Blob([new Uint8Array(png)], { type: "image/png" }));
      setSheet(made);
    });
    return () => URL.revokeObjectURL(made);
  }, [plan, bytes]);
  const shape = "max-h-full max-w-full object-contain";
  if (plan.as === "webm") return <video src={url} autoPlay loop muted controls className={shape} />;
  const source = plan.as === "sprite" ? sheet : url;
  return source ? (
    <img src={source} alt="The study as it leaves" data-testid="picture" className={shape} />
  ) : null;
}
