import type { NamedCurve } from "@levitas/core/format";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import {
  createCurve,
  createCurves,
  deleteCurve,
  duplicateCurve,
  listCurves,
  restoreCurve,
  type StoredCurve,
  saveCurve,
} from "./curves.ts";
import { say, sayFault } from "../ui/notices.tsx";

const KEY = ["curves"] as const;

/** The curves of one's own. */
export function useOwnCurves() {
  return useQuery({ queryKey: KEY, queryFn: ({ signal }) => listCurves(signal) });
}

/** What can be done with curves of one's own; each brings the list up to date. */
export function useCurveActions() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: KEY });
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
