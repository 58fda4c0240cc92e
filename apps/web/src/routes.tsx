import type { Study } from "@levitas/core/study";
import { createBrowserRouter, type ShouldRevalidateFunction } from "react-router";
import { readStoredCurve } from "./api/curves.ts";
import { readHandoff } from "./api/handoffs.ts";
import { readStoredStudy, type StoredStudy } from "./api/studies.ts";
import { withCurrentDrafts } from "./editor/session/currentDrafts.ts";
import { findKept } from "./keeping/findKept.ts";
import { Arriving } from "./shell/Arriving.tsx";
import { RouteFault } from "./shell/RouteFault.tsx";
import { Shell } from "./shell/Shell.tsx";

const STUDIES = { to: "/", text: "All studies" } as const;
const CURVES = { to: "/curves", text: "All curves" } as const;

/** What is open lives in its room: only another id is another document, never the same address once more. */
const otherDocument: ShouldRevalidateFunction = ({ currentParams, nextParams }) =>
  currentParams.id !== nextParams.id;

/**
 * The rooms of the house and their addresses. What a room shows is read while its code comes; the room before stays as
 * it is meanwhile. A room that cannot be read or drawn shows its error element.
 */
export function createRooms() {
  // A screen without lists does not load what keeps them.
  const cache = () => Promise.all([import("./api/Lists.tsx"), import("./api/queries.ts")]);
  return createBrowserRouter([
    {
      Component: Shell,
      children: [
        {
          path: "/",
          loader: async () => {
            const [{ lists }, { studyQueries }] = await cache();
            void lists.prefetchInfiniteQuery(studyQueries.list("", "changed"));
            return null;
          },
          lazy: {
            Component: async () => (await import("./studies/StudiesPage.tsx")).StudiesPage,
          },
          hydrateFallbackElement: <Arriving text="" />,
          errorElement: <RouteFault name="The list of studies" list={CURVES} />,
        },
        {
          path: "/studies/:id",
          loader: async ({ params, request }) => {
            const read = (id: string) => readStoredStudy(id, request.signal);
            return withCurrentDrafts(await findKept("study", params.id ?? "", read));
          },
          shouldRevalidate: otherDocument,
          lazy: { Component: async () => (await import("./editor/BenchPage.tsx")).BenchPage },
          hydrateFallbackElement: <Arriving text="Reading the study…" />,
          errorElement: <RouteFault name="The bench" list={STUDIES} />,
        },
        {
          path: "/studies/:id/handoff",
          loader: async ({ params, request }) => {
            const id = params.id ?? "";
            const read = (id: string) => readStoredStudy(id, request.signal);
            const [found, handoff] = await Promise.all([
              findKept<StoredStudy, Study>("study", id, read),
              readHandoff(id, request.signal),
            ]);
            return { ...(await withCurrentDrafts(found)), handoff };
          },
          shouldRevalidate: otherDocument,
          lazy: { Component: async () => (await import("./handoff/HandoffPage.tsx")).HandoffPage },
          hydrateFallbackElement: <Arriving text="Reading the study…" />,
          errorElement: <RouteFault name="The hand-off" list={STUDIES} />,
        },
        {
          path: "/curves",
          loader: async () => {
            const [{ lists }, { curveQueries }] = await cache();
            void lists.prefetchQuery(curveQueries.own());
            return null;
          },
          lazy: {
            Component: async () => (await import("./library/CurvesPage.tsx")).CurvesPage,
          },
          hydrateFallbackElement: <Arriving text="" />,
          errorElement: <RouteFault name="The curves" list={STUDIES} />,
        },
        {
          path: "/curves/:id",
          // A curve to try is in the address itself.
          loader: ({ params, request }) =>
            params.id === "try"
              ? null
              : findKept("curve", params.id ?? "", (id) => readStoredCurve(id, request.signal)),
          shouldRevalidate: otherDocument,
          lazy: { Component: async () => (await import("./library/room/RoomPage.tsx")).RoomPage },
          hydrateFallbackElement: <Arriving text="Reading the curve…" />,
          errorElement: <RouteFault name="The curve room" list={CURVES} />,
        },
        {
          path: "*",
          lazy: { Component: async () => (await import("./shell/NotFound.tsx")).NotFound },
          hydrateFallbackElement: <Arriving text="" />,
        },
      ],
    },
  ]);
}
