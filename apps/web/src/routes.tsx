import { lazy, type ReactNode, Suspense } from "react";
import { BrowserRouter, Route, Routes } from "react-router";
import { NotFound } from "./shell/NotFound.tsx";
import { ErrorBoundary } from "./ui/ErrorBoundary.tsx";

// Each room comes when it is entered: one does not wait for the code of another.
const StudiesPage = lazy(async () => ({
  default: (await import("./studies/StudiesPage.tsx")).StudiesPage,
}));
const BenchPage = lazy(async () => ({
  default: (await import("./editor/BenchPage.tsx")).BenchPage,
}));
const CurvesPage = lazy(async () => ({
  default: (await import("./library/CurvesPage.tsx")).CurvesPage,
}));
const RoomPage = lazy(async () => ({
  default: (await import("./library/room/RoomPage.tsx")).RoomPage,
}));

const named = (name: string, page: ReactNode): ReactNode => (
  <ErrorBoundary key={name} name={name}>
    {page}
  </ErrorBoundary>
);

/** The rooms of the house and their addresses. While a room comes, the one before stays as it is. */
export function Rooms(): ReactNode {
  return (
    <BrowserRouter>
      <Suspense fallback={null}>
        <Routes>
          <Route path="/" element={named("The studies", <StudiesPage />)} />
          <Route path="/studies/:id" element={named("The bench", <BenchPage />)} />
          <Route path="/curves" element={named("The curves", <CurvesPage />)} />
          <Route path="/curves/:id" element={named("The curve room", <RoomPage />)} />
          <Route path="*" element={<NotFound />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  );
}
