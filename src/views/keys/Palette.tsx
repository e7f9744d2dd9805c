import { Command as List } from "cmdk";
import type { PaletteProps } from "./commands";
import { Modal } from "./Modal";

const GROUPS = ["Do", "Go to"] as const;

/** Every typed word must stand in the command's own; one that begins with it comes first. */
const fits = (value: string, search: string): number => {
  const words = value.toLowerCase();
  const parts = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (!parts.every((part) => words.includes(part))) return 0;
  return parts.length > 0 && words.startsWith(parts[0]) ? 1 : 0.5;
};

/** All commands of a screen by name: typed in part, chosen by arrow keys, done by Enter. */
export function Palette({ commands, onClose }: PaletteProps) {
  return (
    <Modal label="Find a command" onClose={onClose}>
      <List label="Find a command" loop className="outline-none" filter={fits}>
        <List.Input
          data-first
          placeholder="what would you like to do?"
          className="field !h-11 w-full !px-3 text-[17px]"
        />
        <List.List className="scroll-quiet mt-2 max-h-[50vh] overflow-y-auto">
          <List.Empty className="p-3 text-muted">Nothing here is called so.</List.Empty>
          {GROUPS.map((group) => (
            <List.Group
              key={group}
              heading={group}
              className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1 [&_[cmdk-group-heading]]:text-[12.5px] [&_[cmdk-group-heading]]:text-muted"
            >
              {commands
                .filter((c) => c.group === group)
                .map((c) => (
                  <List.Item
                    key={`${c.group}.${c.id}`}
                    value={`${c.words} ${c.group} ${c.id}`}
                    className="flex min-h-9 cursor-pointer items-center justify-between gap-4 rounded px-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet"
                    onSelect={() => {
                      onClose();
                      c.run();
                    }}
                  >
                    {c.words}
                    {c.hint && <kbd className="rounded border border-current px-1.5 text-[12px]">{c.hint}</kbd>}
                  </List.Item>
                ))}
            </List.Group>
          ))}
        </List.List>
      </List>
    </Modal>
  );
}
