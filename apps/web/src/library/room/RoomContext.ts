import { createContext, useContext } from "react";
import { useStore } from "zustand";
import type { Room, RoomState } from "./room.ts";

/** The room of the page. */
export const RoomContext = createContext<Room | null>(null);

/** The room of the page. Throws RangeError outside of one. */
export function useRoom(): Room {
  const room = useContext(RoomContext);
  if (!room) throw new RangeError("useRoom: there is no room around this component");
  return room;
}

/** A part of the room's state, for components. */
export function useRoomState<T>(select: (state: RoomState) => T): T {
  return useStore(useRoom().store, select);
}
