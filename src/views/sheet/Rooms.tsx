/** Rooms of the sheet where the window is too narrow to show all at once; the cut face and the clock's figures stay in sight of each. */
const ROOMS = [
  { id: "mould", label: "Mould" },
  { id: "formula", label: "Formula" },
  { id: "cups", label: "Cups" },
  { id: "design", label: "Design" },
  { id: "pours", label: "Pours" },
  { id: "clock", label: "Clock" },
] as const;
export type Room = (typeof ROOMS)[number]["id"];

/** Hides what does not belong into the room that is open; in a wide window everything is shown. */
export const inRooms = (open: Room, ...rooms: Room[]): string => (rooms.includes(open) ? "" : "narrow:hidden");

/** The way from room to room; only where they are needed. */
export function Rooms({ room, onRoom }: { room: Room; onRoom: (room: Room) => void }) {
  return (
    <nav
      aria-label="Rooms of the sheet"
      className="sticky top-0 z-20 hidden flex-wrap rounded-t-lg border-b border-rule bg-sheet px-1 narrow:flex"
    >
      {ROOMS.map((r) => (
        <button key={r.id} type="button" className="room-tab" aria-pressed={r.id === room} onClick={() => onRoom(r.id)}>
          {r.label}
        </button>
      ))}
    </nav>
  );
}
