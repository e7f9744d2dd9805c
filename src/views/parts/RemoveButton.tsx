import { X } from "lucide-react";
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
