import { lazy, type ReactNode, Suspense } from "react";
import { BrowserRouter, Route, Routes } from "react-router";
import { NotFound } from "./shell/NotFound.tsx";
import { StudiesPage } from "./studies/StudiesPage.tsx";

/** The bench weighs most and is not needed to choose a study. */
const BenchPage = lazy(async () => ({
  default: (await import("./bench/BenchPage.tsx")).BenchPage,
}));
const CurvesPage = lazy(async () => ({
  default: (await import("./curves/CurvesPage.tsx")).CurvesPage,
}));
const RoomPage = lazy(async () => ({
  default: (await import("./curves/room/RoomPage.tsx")).RoomPage,
}));

/** The rooms of the house and their addresses. While a room comes, the one before stays as it is. */
export function Rooms(): ReactNode {
  return (
    <BrowserRouter>
      <Suspense fallback={null}>
        <Routes>
          <Route path="/" element={<StudiesPage />} />
          <Route path="/studies/:id" element={<BenchPage />} />
          <Route path="/curves" element={<CurvesPage />} />
          <Route path="/curves/:id" element={<RoomPage />} />
          <Route path="*" element={<NotFound />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  );
}
