import { moveKeys } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { useBench } from "../session/BenchContext.ts";
import { type Span, spanTimes } from "../session/span.ts";

/** A spring that a span gives more or less time than it takes by itself says so, and offers its own length. */
export function SqueezeNote({ span, natural }: { span: Span; natural: number }): ReactNode {
  const bench = useBench();
  const { key, next, track, index } = span;
  const length = Math.round(next.time - key.time);
  if (natural === length) return null;
  const give = () => {
    const times = spanTimes(bench.motion, span);
    const later = track.keys.slice(index + 1).map(({ id }) => id);
    const scale = times ? times.length / (next.time - key.time) : 1;
    bench.perform(moveKeys, { keyIds: later, time: (natural - (next.time - key.time)) * scale });
  };
  return (
    <p className="text-[11.5px] leading-snug text-marigold-ink">
      {length < natural ? "Squeezed" : "Stretched"} from {natural} ms.{" "}
      <button type="button" className="underline" onClick={give}>
        Make the span {natural} ms
      </button>
    </p>
  );
}
