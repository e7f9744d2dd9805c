import type { ReactNode } from "react";
import { BoundText } from "./bound";
import { SaveMark } from "./SaveMark";
import { UndoButtons } from "./UndoButtons";
import type { OpenBatch } from "./useBatch";

const TABS = [
  { id: "plan", label: "Plan", path: "", hasTitle: false },
  { id: "studio", label: "Studio", path: "/studio", hasTitle: false },
  { id: "weigh", label: "Weigh up", path: "/weigh", hasTitle: true },
  { id: "pour", label: "Pour", path: "/pour", hasTitle: true },
  { id: "book", label: "Book", path: "/book", hasTitle: false },
] as const;

/** Head of every page of one batch: its name, its tabs in the order of the work, where the saving stands. */
export function BatchHead({
  id,
  batch,
  tab,
  children,
}: {
  id: string;
  batch: OpenBatch;
  tab: (typeof TABS)[number]["id"];
  children?: ReactNode;
}) {
  const go = async (path: string) => {
    await batch.flush();
    location.href = `/batches/${id}${path}`;
  };
  const own = TABS.find((t) => t.id === tab)!;
  // The weigh-up goes along to the bench on small screens; the others need a wide one.
  const isNarrowing = tab === "weigh";
  return (
    <header className={`flex items-end gap-3 px-3 pt-2 print:hidden ${isNarrowing ? "max-lg:flex-wrap" : ""}`}>
      {!own.hasTitle && (
        <h1 className="sr-only">
          {own.label}: {batch.plan.title}
        </h1>
      )}
      <a href="/" className="mb-1.5 text-muted underline-offset-2 hover:underline">
        Shelf
      </a>
      <BoundText
        open={{ document: batch.plan, set: batch.set, seal: batch.seal }}
        path={["title"]}
        label="Name of the batch"
        hideLabel
        className="mb-0.5 w-64 min-w-40"
        fieldClass="rounded border border-transparent bg-transparent px-1 font-head text-[22px] font-semibold hover:border-rule"
      />
      <div className="mb-1.5 min-w-0 flex-1 truncate text-muted">{children}</div>
      {(tab === "plan" || tab === "studio") && (
        <div className="mb-1 flex">
          <UndoButtons open={batch} />
        </div>
      )}
      <nav
        aria-label="Parts of the batch"
        className={`flex gap-1 ${isNarrowing ? "max-lg:order-last max-lg:basis-full max-sm:[&_.tab]:px-2.5" : ""}`}
      >
        {TABS.map((t) => (
          <a
            key={t.id}
            href={`/batches/${id}${t.path}`}
            className="tab"
            aria-current={t.id === tab ? "page" : undefined}
            onClick={(e) => {
              if (e.metaKey || e.ctrlKey || e.shiftKey) return;
              e.preventDefault();
              void go(t.path);
            }}
          >
            {t.label}
          </a>
        ))}
      </nav>
      <span className="mb-1.5 w-32 text-right text-[13px]">
        <SaveMark saveState={batch.saveState} />
      </span>
    </header>
  );
}
