import { setSpanCurve, spansFollowing } from "@levitas/core/edit";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Lists } from "../../api/Lists.tsx";
import { curveQueries } from "../../api/queries.ts";
import { useBench, useStudy } from "../session/BenchContext.ts";
import type { Span } from "../session/span.ts";
import { type Offer, Offers, useGive, useOffer } from "./offers.tsx";

/** The curves on the shelf that is not the stock: one's own, or those that spans of this study share. */
export function OtherShelf({ shelf, span }: { shelf: "own" | "shared"; span: Span }): ReactNode {
  return shelf === "own" ? (
    <Lists>
      <OwnShelf span={span} />
    </Lists>
  ) : (
    <SharedShelf span={span} />
  );
}

function OwnShelf({ span }: { span: Span }): ReactNode {
  const own = useQuery(curveQueries.own());
  const offer = useOffer(span);
  return (
    <Offers
      offers={(own.data ?? []).map(({ id, name, curve }) => offer(id, name, curve))}
      none="No curves of your own yet. Keep one in the curve room."
    />
  );
}

function SharedShelf({ span: { key } }: { span: Span }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const give = useGive();
  const offers = study.curves.map(
    ({ id, name, curve }): Offer => ({
      ...{ id, name: `${name} ×${spansFollowing(study, id)}`, curve },
      chosen: key.curve !== undefined && "shared" in key.curve && key.curve.shared === id,
      take: () =>
        give({ shared: id }, () =>
          bench.perform(setSpanCurve, { keyId: key.id, curve: { shared: id } }),
        ),
    }),
  );
  return (
    <Offers
      offers={offers}
      none="No span of this study shares a curve yet. “Keep as shared curve” begins one."
    />
  );
}
