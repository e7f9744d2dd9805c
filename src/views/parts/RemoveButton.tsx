import { X } from "lucide-react";
import type { Editable } from "./bound";
import { IconButton } from "./IconButton";

/** Takes a row away; undo brings it back. */
export const RemoveButton = (props: { label: string; className?: string; onRemove(): void }) => (
  <IconButton
    icon={X}
    size={13}
    label={props.label}
    className={`!w-5 ${props.className ?? ""}`}
    onPress={props.onRemove}
  />
);

/** Takes a row out of a list of the document. */
export const RemoveRow = <T extends { id: string }>({
  open,
  path,
  list,
  id,
  label,
}: {
  open: Editable;
  /** Where the list stands. */
  path: readonly string[];
  list: readonly T[];
  id: string;
  label: string;
}) => (
  <RemoveButton
    label={label}
    className="ml-auto"
    onRemove={() => {
      open.set(
        path,
        list.filter((x) => x.id !== id),
      );
      open.seal();
    }}
  />
);
