import { createBrowserRouter } from "react-router";
import { NotFound } from "./shell/NotFound.tsx";
import { StudiesPage } from "./studies/StudiesPage.tsx";

/** The bench weighs most and is not needed to choose a study. */
async function openBench() {
  const { BenchPage } = await import("./bench/BenchPage.tsx");
  return { Component: BenchPage };
}

async function openCurves() {
  const { CurvesPage } = await import("./curves/CurvesPage.tsx");
  return { Component: CurvesPage };
}

async function openRoom() {
  const { RoomPage } = await import("./curves/room/RoomPage.tsx");
  return { Component: RoomPage };
}

/** The rooms of the house and their addresses. */
export const router = createBrowserRouter([
  { path: "/", element: <StudiesPage /> },
  // While the bench comes the page stays as it is; the first time there is nothing to stay.
  { path: "/studies/:id", lazy: openBench, HydrateFallback: () => null },
  { path: "/curves", lazy: openCurves, HydrateFallback: () => null },
  { path: "/curves/:id", lazy: openRoom, HydrateFallback: () => null },
  { path: "*", element: <NotFound /> },
]);
