import "./theme/theme.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router/dom";
import { createRooms } from "./routes.tsx";
import { startTheme } from "./theme/theme.ts";
import { Notices } from "./ui/notices.tsx";

startTheme();
const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } },
});
const root = document.getElementById("root");
if (!root) throw new RangeError("main: the page has no #root");
createRoot(root).render(
  <QueryClientProvider client={queries}>
    <RouterProvider router={createRooms(queries)} />
    <Notices />
  </QueryClientProvider>,
);
