import type { NamedCurve } from "@levitas/core/format";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import {
  createCurve,
  createCurves,
  deleteCurve,
  duplicateCurve,
  restoreCurve,
  type StoredCurve,
  saveCurve,
} from "../api/curves.ts";
import { curveQueries } from "../api/queries.ts";
import { say, sayFault } from "../ui/notices.tsx";

/** What can be done with curves of one's own; each brings the list up to date. */
export function useCurveActions() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: curveQueries.all });
  const create = useMutation({ mutationFn: createCurve, onSuccess: refresh, onError: sayFault });
  const createAll = useMutation({
    mutationFn: createCurves,
    onSuccess: refresh,
    onError: sayFault,
  });
  const duplicate = useMutation({
    mutationFn: duplicateCurve,
    onSuccess: (copy) => {
      say(`Made “${copy.name}”.`);
      return refresh();
    },
    onError: sayFault,
  });
  const restore = useMutation({ mutationFn: restoreCurve, onSuccess: refresh, onError: sayFault });
  const remove = useMutation({
    mutationFn: ({ id }: { id: string; name: string }) => deleteCurve(id),
    onSuccess: (_, { id, name }) => {
      say(`Deleted “${name}”.`, { action: { text: "Undo", run: () => restore.mutate(id) } });
      return refresh();
    },
    onError: sayFault,
  });
  const rename = useMutation({
    mutationFn: ({ curve, name }: { curve: StoredCurve; name: string }) =>
      saveCurve(curve.id, { ...curve, name }, curve.revision),
    onSuccess: (result) => {
      if (result.kind === "stale")
        say("This curve was changed elsewhere meanwhile; its new state is shown now.", {
          tone: "fault",
        });
      return refresh();
    },
    onError: sayFault,
  });
  /** Keeps a curve as one's own, and says so. */
  const keep = (curve: NamedCurve, then?: (kept: StoredCurve) => void) =>
    create.mutate(curve, {
      onSuccess: (kept) => {
        say(`Kept “${kept.name}” with your curves.`);
        then?.(kept);
      },
    });
  return { create, createAll, duplicate, remove, rename, keep, refresh };
}
