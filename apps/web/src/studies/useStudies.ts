import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { ApiError } from "../api/client.ts";
import { studyQueries } from "../api/queries.ts";
import {
  createStudy,
  deleteStudy,
  deleteStudyForGood,
  duplicateStudy,
  restoreStudy,
  type StudySort,
} from "../api/studies.ts";
import { say, sayFault } from "../ui/notices.tsx";

/** The list of studies, page by page. */
export function useStudyList(search: string, sort: StudySort) {
  return useInfiniteQuery(studyQueries.list(search, sort));
}

/** What can be done with studies from outside; each brings the list up to date. */
export function useStudyActions() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: studyQueries.all });
  const create = useMutation({ mutationFn: createStudy, onSuccess: refresh, onError: sayFault });
  const duplicate = useMutation({
    mutationFn: duplicateStudy,
    onSuccess: (copy) => {
      say(`Made “${copy.document.name}”.`);
      return refresh();
    },
    onError: sayFault,
  });
  const restore = useMutation({ mutationFn: restoreStudy, onSuccess: refresh, onError: sayFault });
  const removeForGood = useMutation({
    mutationFn: ({ id }: { id: string; name: string }) => deleteStudyForGood(id),
    onSuccess: (_, { name }) => {
      say(`Deleted “${name}” for good.`);
      return refresh();
    },
    onError: sayFault,
  });
  const remove = useMutation({
    mutationFn: ({ id }: { id: string; name: string }) => deleteStudy(id),
    onSuccess: (_, { id, name }) => {
      say(`Deleted “${name}”.`, { action: { text: "Undo", run: () => restore.mutate(id) } });
      return refresh();
    },
    onError: (error, { id, name }) => {
      if (!(error instanceof ApiError && error.status === 507)) return sayFault(error);
      say(`The server's disk is full: “${name}” can only be deleted for good, to free space.`, {
        tone: "fault",
        action: { text: "Delete for good", run: () => removeForGood.mutate({ id, name }) },
      });
    },
  });
  return { create, duplicate, remove };
}
