import type { ReactNode } from "react";
import { byId } from "../../core/units/byId";
import type { ScreenId } from "../keys/cards";
import { type Command, commandsOf } from "../keys/commands";
import { Desk } from "../keys/Desk";
import { UNDO_KEYS } from "../keys/screens";
import { BoundText } from "./bound";
import { placeCommands } from "./places";
import { SaveMark } from "./SaveMark";
import { UndoButtons } from "./UndoButtons";
import type { OpenBatch } from "./useBatch";

const TABS = [
  { id: "plan", label: "Plan", path: "", hasTitle: false },
  { id: "studio", label: "Studio", path: "/studio", hasTitle: false },
  { id: "weigh", label: "Weigh up", path: "/weigh", hasTitle: true },
  { id: "pour", label: "Pour", path: "/pour", hasTitle: true },
  { id: "cut", label: "Cut", path: "/cut", hasTitle: false },
  { id: "cure", label: "Cure", path: "/cure", hasTitle: false },
  { id: "book", label: "Book", path: "/book", hasTitle: false },
] as const;

/** Screens on which edits are made that are undone. */
const WITH_UNDO: ReadonlySet<ScreenId> = new Set(["sheet", "studio", "cut", "cutDay", "photos", "cure", "book"]);

/** Head of every page of one batch: its name, its tabs in the order of the work, where the saving stands. */
export function BatchHead({
  id,
  batch,
  tab,
  screen = tab === "plan" ? "sheet" : tab,
  commands = [],
  children,
}: {
  id: string;
  batch: OpenBatch;
  tab: (typeof TABS)[number]["id"];
  /** Whose card and keys are shown, where it is not the tab's own page. */
  screen?: ScreenId;
  /** What of this page can be asked for by name. */
  commands?: readonly Command[];
  children?: ReactNode;
}) {
  const leave = async (href: string) => {
    await batch.flush();
    location.href = href;
  };
  const go = (path: string) => leave(`/batches/${id}${path}`);
  const own = byId(TABS, tab);
  const hasUndo = WITH_UNDO.has(screen);
  const all: Command[] = [
    ...commands,
    ...commandsOf(UNDO_KEYS, {
      undo: hasUndo && batch.canUndo ? batch.undo : undefined,
      redo: hasUndo && batch.canRedo ? batch.redo : undefined,
    }),
    ...TABS.filter((t) => t.id !== tab).map(
      (t): Command => ({
        id: t.id,
        words: `${t.label}: ${batch.plan.title}`,
        group: "Go to",
        run: () => void go(t.path),
      }),
    ),
    ...placeCommands((href) => void leave(href)),
  ];
  return (
    <header className="flex items-end gap-3 px-3 pt-2 print:hidden narrow:flex-wrap narrow:items-center narrow:gap-x-2 narrow:gap-y-1">
      {!own.hasTitle && (
        <h1 className="sr-only">
          {own.label}: {batch.plan.title}
        </h1>
      )}
      <a
        href="/"
        className="mb-1.5 text-muted underline-offset-2 hover:underline narrow:mb-0 narrow:inline-flex narrow:min-h-[44px] narrow:items-center phone:mr-auto"
      >
        Shelf
      </a>
      <BoundText
        open={{ document: batch.plan, set: batch.set, seal: batch.seal }}
        path={["title"]}
        label="Name of the batch"
        hideLabel
        className="mb-0.5 w-64 min-w-40 phone:order-1 phone:basis-full"
        fieldClass="rounded border border-transparent bg-transparent px-1 font-head text-[22px] font-semibold hover:border-rule"
      />
      <div className="mb-1.5 min-w-0 flex-1 truncate text-muted narrow:mb-0 phone:hidden">{children}</div>
      {hasUndo && (
        <div className="mb-1 flex">
          <UndoButtons open={batch} />
        </div>
      )}
      <nav
        aria-label="Parts of the batch"
        className="flex gap-1 narrow:order-last narrow:basis-full phone:gap-0.5 phone:[&_.tab]:px-2 phone:[&_.tab]:text-[13px]"
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
      <Desk screen={screen} commands={all} />
      <span className="mb-1.5 w-32 narrow:mb-0 phone:w-auto whitespace-nowrap text-right text-[13px]">
        <SaveMark saveState={batch.saveState} />
      </span>
    </header>
  );
}
