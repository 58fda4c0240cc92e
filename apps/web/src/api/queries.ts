import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import { listCurves } from "./curves.ts";
import { listRecipes } from "./recipes.ts";
import { listDemos, listStudies, PAGE_SIZE, type StudySort } from "./studies.ts";

/** The lists of studies, page by page. Everything below `all` is invalidated together. */
export const studyQueries = {
  all: ["studies"] as const,
  list: (search: string, sort: StudySort) =>
    infiniteQueryOptions({
      queryKey: [...studyQueries.all, search, sort],
      queryFn: ({ pageParam, signal }) => listStudies(search, sort, pageParam, signal),
      initialPageParam: 0,
      getNextPageParam: (last, pages) => {
        const loaded = pages.length * PAGE_SIZE;
        return loaded < last.total ? loaded : undefined;
      },
      placeholderData: keepPreviousData,
      // The bench changes studies while this list is off the screen.
      refetchOnMount: "always",
    }),
};

/** The person's own curves. */
export const curveQueries = {
  all: ["curves"] as const,
  own: () =>
    queryOptions({
      queryKey: curveQueries.all,
      queryFn: ({ signal }) => listCurves(signal),
    }),
};

/** The person's own recipes. */
export const recipeQueries = {
  own: () => queryOptions({ queryKey: ["recipes"], queryFn: ({ signal }) => listRecipes(signal) }),
};

/** The demo studies, which do not change while the server runs. */
export const demoQueries = {
  list: () =>
    queryOptions({
      queryKey: ["demos"],
      queryFn: listDemos,
      staleTime: Number.POSITIVE_INFINITY,
    }),
};
