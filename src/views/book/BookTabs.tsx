const TABS = [
  { id: "book", label: "This batch" },
  { id: "line", label: "The line" },
] as const;

/** The two sides of the book: this batch, and the soap's line that it stands in. */
export const BookTabs = ({ id, here }: { id: string; here: (typeof TABS)[number]["id"] }) => (
  <nav aria-label="The book" className="ml-auto flex gap-4">
    {TABS.map((t) => (
      <a
        key={t.id}
        href={`/batches/${id}/${t.id}`}
        aria-current={t.id === here ? "page" : undefined}
        className="border-b-[3px] border-transparent hover:border-rule aria-[current]:border-ink aria-[current]:font-semibold narrow:inline-flex narrow:min-h-[44px] narrow:items-center"
      >
        {t.label}
      </a>
    ))}
    <a
      href="/search"
      className="border-b-[3px] border-transparent hover:border-rule narrow:inline-flex narrow:min-h-[44px] narrow:items-center"
    >
      Search the book
    </a>
  </nav>
);
