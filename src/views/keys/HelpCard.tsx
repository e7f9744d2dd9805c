import { X } from "lucide-react";
import { Fragment } from "react";
import { IconButton } from "../parts/IconButton";
import { SCREENS, type Screen, type ScreenId } from "./cards";
import { type KeyUse, keyWords } from "./keymap";
import { Modal } from "./Modal";
import { EVERYWHERE } from "./screens";

/** What a screen is for and all its keys, on one card. */
export function HelpCard({ screen, onClose }: { screen: ScreenId; onClose(): void }) {
  const { name, about, keymaps }: Screen = SCREENS[screen];
  const uses = [...keymaps, EVERYWHERE].flatMap((table): KeyUse[] => Object.values(table));
  const places = [...new Set(uses.map((u) => u.at ?? ""))];
  return (
    <Modal label={`${name}: help`} onClose={onClose}>
      <header className="flex items-baseline">
        <h2 className="text-[20px]">{name}</h2>
        <IconButton icon={X} label="Close the help" size={17} className="ml-auto" onPress={onClose} />
      </header>
      <p className="mt-1">{about}</p>
      <dl className="scroll-quiet mt-3 grid max-h-[56vh] grid-cols-[auto_minmax(0,1fr)] items-baseline gap-x-4 gap-y-1 overflow-y-auto">
        {places.map((at) => (
          <Fragment key={at}>
            {at && <dt className="col-span-2 mt-1.5 text-[12.5px] text-muted">{at}</dt>}
            {uses
              .filter((u) => (u.at ?? "") === at)
              .map((u) => (
                <Fragment key={u.words}>
                  <dt className="flex gap-1">
                    {u.keys.map((k) => (
                      <kbd key={k} className="whitespace-nowrap rounded border border-current px-1.5 text-[12.5px]">
                        {keyWords(k)}
                      </kbd>
                    ))}
                  </dt>
                  <dd>{u.words}</dd>
                </Fragment>
              ))}
          </Fragment>
        ))}
      </dl>
    </Modal>
  );
}
