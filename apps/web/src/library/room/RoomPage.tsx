import { NAME_LENGTH } from "@levitas/core/format";
import { type ReactNode, useEffect, useState } from "react";
import { useLoaderData, useLocation, useParams } from "react-router";
import { createCurve } from "../../api/curves.ts";
import { Lists } from "../../api/Lists.tsx";
import { listIsStale } from "../../api/stale.ts";
import { CurveDirection } from "../../curve-editor/CurveDirection.tsx";
import { CurveKindMenu } from "../../curve-editor/CurveKindMenu.tsx";
import { CurveNumbers } from "../../curve-editor/CurveNumbers.tsx";
import { CurveText } from "../../curve-editor/CurveText.tsx";
import { DeskContext } from "../../curve-editor/desk/DeskContext.ts";
import { GhostBar } from "../../curve-editor/GhostBar.tsx";
import { PointPanel } from "../../curve-editor/PointPanel.tsx";
import { CurvePlot } from "../../curve-editor/plot/CurvePlot.tsx";
import { SpeedPlot } from "../../curve-editor/plot/SpeedPlot.tsx";
import { ReadingsList } from "../../curve-editor/ReadingsList.tsx";
import { TangleBar } from "../../curve-editor/TangleBar.tsx";
import { DragTip } from "../../ui/dragTip.tsx";
import { sayFault } from "../../ui/notices.tsx";
import { AboutCurve } from "./AboutCurve.tsx";
import { curveOfAddress } from "./curveOfAddress.ts";
import { Previews } from "./Previews.tsx";
import { RoomContext } from "./RoomContext.ts";
import { RoomHeader } from "./RoomHeader.tsx";
import { type FoundCurve, Room } from "./room.ts";
import { TextForms } from "./TextForms.tsx";

/** One curve, large: a kept one by its id, or one to try things with. */
export function RoomPage(): ReactNode {
  const { id } = useParams();
  const { key } = useLocation();
  // A curve to try is in the address: every way there opens a room of its own.
  const found = useLoaderData<FoundCurve | null>();
  return (
    <Lists>
      <OpenRoom key={id === "try" ? key : id} found={found} />
    </Lists>
  );
}

function OpenRoom({ found }: { found: FoundCurve | null }): ReactNode {
  const [room, setRoom] = useState<Room | null>(null);
  useEffect(() => {
    const opened = new Room(
      found,
      found ? undefined : curveOfAddress(location.hash),
      ({ content, forget }) => {
        const name = `${content.name} (recovered)`.slice(0, NAME_LENGTH);
        createCurve({ ...content, name }).then(forget, sayFault);
      },
    );
    setRoom(opened);
    if (!matchMedia("(prefers-reduced-motion: reduce)").matches) opened.clock.play();
    return () => {
      void opened.close().then(() => listIsStale("curves"));
    };
  }, [found]);
  if (!room) return null;
  return (
    <RoomContext value={room}>
      <DeskContext value={room.loose.desk}>
        <div className="flex h-full flex-col">
          <RoomHeader />
          <main className="flex min-h-0 flex-1">
            <div className="flex min-w-0 flex-1 flex-col border-r border-rule">
              <div className="flex h-11 shrink-0 items-center gap-2 px-3">
                <CurveKindMenu />
                <CurveDirection />
                <div className="ml-auto">
                  <GhostBar />
                </div>
              </div>
              <CurvePlot title="The curve" />
              <SpeedPlot />
              <div className="h-2 shrink-0" />
              <TangleBar />
              <CurveText />
              <Previews />
            </div>
            <aside
              aria-label="About this curve"
              className="flex w-88 shrink-0 flex-col gap-4 overflow-y-auto p-4"
            >
              <CurveNumbers sliders />
              <PointPanel />
              <section aria-label="Readings" className="border-t border-rule pt-3">
                <h3 className="mb-1.5 text-[12.5px] font-semibold">Readings</h3>
                <ReadingsList />
              </section>
              <TextForms />
              <AboutCurve />
            </aside>
          </main>
        </div>
        <DragTip />
      </DeskContext>
    </RoomContext>
  );
}
