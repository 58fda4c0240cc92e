import "./theme/theme.css";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router/dom";
import { createRooms } from "./routes.tsx";
import { startTheme } from "./theme/theme.ts";
import { Notices, say } from "./ui/notices.tsx";

startTheme();
// Parts come when they are asked for: one that does not, of an older build or with no server, must not fail in silence.
addEventListener("vite:preloadError", () =>
  say("A part of the program could not be loaded. Load the page again; your work is kept.", {
    tone: "fault",
    action: { text: "Load again", run: () => location.reload() },
  }),
);
const root = document.getElementById("root");
if (!root) throw new RangeError("main: the page has no #root");
createRoot(root).render(
  <>
    <RouterProvider router={createRooms()} />
    <Notices />
  </>,
);
