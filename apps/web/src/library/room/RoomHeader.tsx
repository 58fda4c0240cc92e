import { NAME_LENGTH } from "@levitas/core/format";
import { type ReactNode, useEffect } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate } from "react-router";
import { useDeskCurve } from "../../curve-editor/desk/DeskContext.ts";
import { isTangled } from "../../curve-editor/desk/desk.ts";
import { ChoiceBar } from "../../keeping/ChoiceBar.tsx";
import { SaveNote } from "../../keeping/SaveNote.tsx";
import { Header } from "../../shell/Header.tsx";
import { Nav } from "../../shell/Nav.tsx";
import { Button, IconButton } from "../../ui/Button.tsx";
import { MoreIcon, RedoIcon, UndoIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { say } from "../../ui/notices.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { toggleRacer } from "../lineup/lineup.ts";
import { useCurveActions } from "../useCurves.ts";
import { useRoom, useRoomState } from "./RoomContext.ts";
import type { CurveKeeper } from "./room.ts";

/** The bar over the room: the curve's name, whether it is kept, undo, and what else can be done. */
export function RoomHeader(): ReactNode {
  const room = useRoom();
  const { loose } = room;
  const curve = useDeskCurve();
  const tangled = isTangled(curve);
  const navigate = useNavigate();
  const { keep, duplicate, remove } = useCurveActions();
  // What can be undone is read anew after every step.
  useRoomState((state) => state.steps);
  const keepNow = () =>
    keep(room.record, (kept) => navigate(`/curves/${kept.id}`, { replace: room.id === null }));
  const race = () => {
    const id = room.id ?? `try ${Date.now()}`;
    if (toggleRacer({ id, name: room.record.name, curve: room.curve })) {
      say("The lineup has changed.");
      navigate("/curves");
    } else say("Six curves race already. Take one out first.");
  };
  useRoomKeys();
  return (
    <>
      <Header
        actions={
          <>
            <IconButton
              label={loose.canUndo() ? "Undo" : "Nothing to undo"}
              disabled={!loose.canUndo()}
              onClick={loose.undo}
            >
              <UndoIcon />
            </IconButton>
            <IconButton
              label={loose.canRedo() ? "Redo" : "Nothing to redo"}
              disabled={!loose.canRedo()}
              onClick={loose.redo}
            >
              <RedoIcon />
            </IconButton>
            <Button disabled={tangled} onClick={race}>
              Race it
            </Button>
            {room.id === null ? (
              <Button look="main" disabled={tangled} onClick={keepNow}>
                Save to my curves
              </Button>
            ) : (
              <Menu
                align="end"
                items={[
                  {
                    text: "Duplicate",
                    onSelect: () =>
                      duplicate.mutate(room.id ?? "", {
                        onSuccess: (copy) => navigate(`/curves/${copy.id}`),
                      }),
                  },
                  {
                    text: "Delete",
                    onSelect: () =>
                      remove.mutate(
                        { id: room.id ?? "", name: room.record.name },
                        { onSuccess: () => navigate("/curves") },
                      ),
                  },
                ]}
              >
                <IconButton label="More for this curve">
                  <MoreIcon />
                </IconButton>
              </Menu>
            )}
          </>
        }
      >
        <CurveName />
        <KeptNote />
        <Nav />
      </Header>
      {room.keeper ? <ConflictBar keeper={room.keeper} /> : null}
    </>
  );
}

function useRoomKeys(): void {
  const room = useRoom();
  const { loose, clock } = room;
  const options = { enableOnFormTags: ["slider", "spinbutton", "radio"] as const };
  useHotkeys(
    "mod+z",
    (event) => {
      event.preventDefault();
      loose.undo();
    },
    options,
  );
  useHotkeys(
    "mod+shift+z, mod+y",
    (event) => {
      event.preventDefault();
      loose.redo();
    },
    options,
  );
  useHotkeys(
    "space",
    (event) => {
      if (event.defaultPrevented || document.activeElement?.matches("button:focus-visible")) return;
      event.preventDefault();
      if (!event.repeat) clock.toggle();
    },
    options,
  );
  useHotkeys("v", () => loose.desk.fitPlot(), options);
  useHotkeys("insert", (event) => event.repeat || loose.desk.addPointAfter(undefined), options);
  useEffect(() => {
    // Before anything else hears of it: Escape takes back what is being dragged.
    const cancel = (event: KeyboardEvent) => {
      if (event.key === "Escape" && loose.desk.cancel()) event.stopPropagation();
    };
    window.addEventListener("keydown", cancel, { capture: true });
    return () => window.removeEventListener("keydown", cancel, { capture: true });
  }, [loose]);
}

function CurveName(): ReactNode {
  const room = useRoom();
  const name = useRoomState((state) => state.name);
  return (
    <>
      <title>{`${name}, Levitas`}</title>
      <TextField
        label="Name of the curve"
        value={name}
        most={NAME_LENGTH}
        needed
        leaves
        take={(next) => room.say({ name: next })}
        className="[field-sizing:content] max-w-64 min-w-16 rounded-md border border-transparent bg-transparent px-1.5 py-1 text-[15px] font-semibold hover:border-rule focus:border-spruce"
      />
    </>
  );
}

/** Whether the curve is kept on the server. */
function KeptNote(): ReactNode {
  const { keeper } = useRoom();
  if (keeper) return <SaveNote keeper={keeper} held="It runs back in time." />;
  return (
    <span
      role="status"
      aria-label="Save state"
      data-state="loose"
      className="truncate font-mono text-[11px] text-muted"
    >
      not kept yet
    </span>
  );
}

/** The curve was saved elsewhere since, or deleted: the person chooses. */
function ConflictBar({ keeper }: { keeper: CurveKeeper }): ReactNode {
  const room = useRoom();
  const { create } = useCurveActions();
  const navigate = useNavigate();
  const copyAs = (suffix: string) => {
    const { curve, name, ...rest } = room.record;
    if (isTangled(curve)) throw new Error("This curve runs back in time. Untangle it first.");
    return create.mutateAsync({
      ...rest,
      curve,
      name: `${name}${suffix}`.slice(0, NAME_LENGTH),
    });
  };
  return (
    <ChoiceBar
      keeper={keeper}
      word="curve"
      nameOf={({ name }) => name}
      takeTheirs={(theirs) => room.take(theirs)}
      keepBoth={async (settle) => {
        const copy = await copyAs(" (mine)");
        settle();
        say(`Kept yours as “${copy.name}”. The other keeps its name.`);
      }}
      keepAsNew={async () => {
        const copy = await copyAs("");
        keeper.letGo();
        await navigate(`/curves/${copy.id}`, { replace: true });
        say(`Kept as a new curve, “${copy.name}”.`);
      }}
      throwAway={() => {
        keeper.letGo();
        void navigate("/curves");
      }}
    />
  );
}
