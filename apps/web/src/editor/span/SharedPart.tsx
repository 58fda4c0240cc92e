import { lazy, type ReactNode, Suspense } from "react";
import { Button } from "../../ui/Button.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import type { Span } from "../session/span.ts";

const SharedCurve = lazy(async () => ({
  default: (await import("./SharedCurve.tsx")).SharedCurve,
}));

/** Whether the span follows a shared curve, and how to share it or stop sharing it. */
export function SharedPart({ span: { key, figure, channel } }: { span: Span }): ReactNode {
  const bench = useBench();
  const { curves } = useStudy();
  const { curve } = key;
  const shared =
    curve && "shared" in curve ? curves.find(({ id }) => id === curve.shared) : undefined;
  if (shared)
    return (
      <Suspense fallback={null}>
        <SharedCurve key={shared.id} keyId={key.id} shared={shared} />
      </Suspense>
    );
  const share = async () => {
    const { shareCurve } = await import("./SharedCurve.tsx");
    shareCurve(bench, key.id, `${figure.name} ${channel.label}`);
  };
  return (
    <Button
      size="tiny"
      title="Other spans can follow it then: a change of it changes them all"
      onClick={() => void share()}
    >
      Keep as shared curve
    </Button>
  );
}
