import { Search } from "lucide-react";
import { type ComponentType, useState } from "react";
import { LOOKS, wear } from "../parts/look";
import { NotFetched } from "../parts/NotFetched";
import { useFetched } from "../parts/useFetched";
import type { ScreenId } from "./cards";
import type { Command, PaletteProps } from "./commands";
import { KeyHint } from "./KeyHint";
import { ariaKeys } from "./keymap";
import { EVERYWHERE } from "./screens";
import { useKeys } from "./useKeys";

const fetchPalette = async (): Promise<ComponentType<PaletteProps>> => (await import("./Palette")).Palette;
const fetchCard = async () => (await import("./HelpCard")).HelpCard;

/**
 * What every screen has at hand: its commands by name, and its card. Both are fetched when they are first asked for; at the bench,
 * where a studio may fall silent, the card at once.
 */
export function Desk({
  screen,
  commands,
  isQuiet = false,
}: {
  screen: ScreenId;
  commands: readonly Command[];
  /** Without a button of its own: at the bench only the keys. */
  isQuiet?: boolean;
}) {
  const [open, setOpen] = useState<"nothing" | "commands" | "help">("nothing");
  const [Palette, againPalette] = useFetched(open === "commands", fetchPalette);
  const [HelpCard, againCard] = useFetched(isQuiet || open === "help", fetchCard);
  const again = open === "commands" ? againPalette : open === "help" ? againCard : null;
  const close = () => setOpen("nothing");
  useKeys(EVERYWHERE, {
    commands: () => setOpen("commands"),
    help: () => setOpen("help"),
  });
  const looks = LOOKS.map(
    (l): Command => ({ id: `look.${l.id}`, words: `look: ${l.label}`, group: "Do", run: () => wear(l.id) }),
  );
  const help: Command = {
    id: "help",
    words: "what this screen is for, and its keys",
    group: "Do",
    hint: "?",
    run: () => setOpen("help"),
  };
  return (
    <>
      {!isQuiet && (
        <button
          type="button"
          className="mb-1 inline-flex items-center gap-1.5 whitespace-nowrap text-[13px] text-muted hover:text-ink print:hidden narrow:mb-0 narrow:min-h-[44px] narrow:min-w-[44px] narrow:justify-center"
          aria-label="Find a command"
          aria-keyshortcuts={ariaKeys(EVERYWHERE.commands)}
          onClick={() => setOpen("commands")}
        >
          <Search size={14} /> <KeyHint of={EVERYWHERE.commands} className="text-[12px] narrow:hidden" />
        </button>
      )}
      {open === "commands" && Palette && <Palette commands={[...commands, ...looks, help]} onClose={close} />}
      {again && <NotFetched onAgain={again} onLeave={close} />}
      {open === "help" && HelpCard && <HelpCard screen={screen} onClose={close} />}
    </>
  );
}
