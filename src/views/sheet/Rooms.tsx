import { worded } from "../parts/Choose";

/** Rooms of the sheet where the window is too narrow to show all at once; the cut face and the clock's figures stay in sight of each. */
const ROOMS = {
  mould: "Mould",
  formula: "Formula",
  cups: "Cups",
  design: "Design",
  pours: "Pours",
  clock: "Clock",
};
export type Room = keyof typeof ROOMS;

/** Hides what does not belong into the room that is open; in a wide window everything is shown. */
export const inRooms = (open: Room, ...rooms: Room[]): string => (rooms.includes(open) ? "" : "narrow:hidden");

/** The way from room to room; only where they are needed. */
export function Rooms({ room, onRoom }: { room: Room; onRoom: (room: Room) => void }) {
  return (
    <nav
      aria-label="Rooms of the sheet"
      className="sticky top-0 z-20 hidden flex-wrap rounded-t-lg border-b border-rule bg-sheet px-1 narrow:flex"
    >
      {worded(ROOMS).map((r) => (
        <button
          key={r.value}
          type="button"
          className="room-tab"
          aria-pressed={r.value === room}
          onClick={() => onRoom(r.value)}
        >
          {r.label}
        </button>
      ))}
    </nav>
  );
}
