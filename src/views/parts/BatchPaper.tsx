import type { ComponentProps, ReactNode } from "react";
import { BatchHead } from "./BatchHead";
import { SaveTrouble } from "./SaveMark";

/** The page of a batch: its head, and the sheet below with what stands on it; trouble with saving first. */
export function BatchPaper({
  head,
  className,
  children,
  ...of
}: Omit<ComponentProps<typeof BatchHead>, "children"> & {
  /** What stands beside the title. */
  head?: ReactNode;
  /** How the sheet is laid out, and its margins. */
  className: string;
  children: ReactNode;
}) {
  return (
    <div className="flex min-h-screen flex-col">
      <BatchHead {...of}>{head}</BatchHead>
      <main className={`mx-2.5 mb-2.5 flex-1 rounded-lg border-[1.5px] border-ink bg-sheet ${className}`}>
        <div className="col-span-full empty:hidden">
          <SaveTrouble batch={of.batch} />
        </div>
        {children}
      </main>
    </div>
  );
}
