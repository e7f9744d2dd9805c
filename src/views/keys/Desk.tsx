import { Search } from "lucide-react";
import { type ComponentType, useEffect, useState } from "react";
import { LOOKS, wear } from "../parts/look";
import type { Command, PaletteProps } from "./commands";
import { HelpCard } from "./HelpCard";
import { KeyHint } from "./KeyHint";
import { ariaKeys } from "./keymap";
import { EVERYWHERE, type ScreenId } from "./screens";
import { useKeys } from "./useKeys";

/** What every screen has at hand: its commands by name, and its card. The list itself is fetched when it is first asked for. */
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
  const [Palette, setPalette] = useState<ComponentType<PaletteProps> | null>(null);
  const close = () => setOpen("nothing");
  useKeys(EVERYWHERE, {
    commands: () => setOpen("commands"),
    help: () => setOpen("help"),
  });
  useEffect(() => {
    if (open === "commands" && !Palette) void import("./Palette").then((m) => setPalette(() => m.Palette));
  }, [open, Palette]);
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
      {open === "help" && <HelpCard screen={screen} onClose={close} />}
    </>
  );
}
