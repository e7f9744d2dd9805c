import { X } from "lucide-react";
import { type ReactNode, useEffect, useRef } from "react";
import { IconButton } from "./IconButton";

/**
 * A panel that opens over the left of the sheet; what stands right of it stays live and in sight. Escape or the cross closes it, and
 * the focus goes back to where it was.
 */
export function Drawer({
  title,
  width,
  onClose,
  children,
}: {
  title: string;
  width: number;
  onClose: () => void;
  children: ReactNode;
}) {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    const before = document.activeElement as HTMLElement | null;
    panel.current?.focus();
    return () => before?.focus();
  }, []);
  return (
    <section
      ref={panel}
      role="dialog"
      aria-label={title}
      tabIndex={-1}
      className="absolute bottom-0 left-0 top-0 z-30 flex max-w-full flex-col overflow-hidden rounded-l-[7px] border-r-[1.5px] border-ink bg-sheet shadow-[8px_0_24px_rgb(0_0_0/0.16)] outline-none"
      style={{ width }}
      onKeyDown={(e) => {
        if (e.key === "Escape") onClose();
      }}
    >
      <header className="flex items-center border-b border-rule px-4 py-1.5">
        <h2 className="text-[18px]">{title}</h2>
        <IconButton icon={X} label={`Close ${title}`} size={17} className="ml-auto" onPress={onClose} />
      </header>
      <div className="scroll-quiet min-h-0 flex-1 overflow-y-auto px-4 py-2">{children}</div>
    </section>
  );
}
