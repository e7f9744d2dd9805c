import { useEffect, useMemo, useRef, useState } from "react";
import type { FoundPage } from "../../core/derive/searched";
import type { Settings } from "../../core/practice/practiceSchema";
import { FAMILIES, FAMILY_IDS } from "../../core/techniques/families/registry";
import { api } from "../parts/api";
import { Choose } from "../parts/Choose";
import { StudioPage } from "../parts/StudioPage";
import { Trouble } from "../parts/Trouble";
import { useFaceQueue } from "../parts/useFaceQueue";
import { FoundRow } from "./FoundRow";

/** What is looked for, as the address has it. */
export interface Asked {
  search: string;
  family: string;
  phase: string;
  rating: string;
  /** A row of a library, and its name. */
  uses: string;
  usesName: string;
}

const FACE_PX = { width: 112, height: 84 } as const;
const FILTER = "field narrow:min-h-[44px]";
const AT_ONCE = 20;
const SETTLE_MS = 160;
const PHASES = [
  { value: "", label: "planned or poured" },
  { value: "planned", label: "planned" },
  { value: "poured", label: "poured" },
] as const;
const RATINGS = [
  { value: "", label: "any rating" },
  ...[2, 3, 4, 5].map((n) => ({ value: String(n), label: n === 5 ? "rated 5" : `rated ${n} or more` })),
];

const paramsOf = ({ search, family, phase, rating, uses }: Asked, offset = 0): URLSearchParams =>
  new URLSearchParams(
    Object.entries({ search, family, phase, rating, uses, offset: offset ? String(offset) : "" }).filter(
      ([, value]) => value !== "",
    ),
  );

/** Search over everything that stands in the book: names, colours, scents, oils, words of notes and verdicts, findings. */
export default function Search({
  first,
  asked: firstAsked,
  settings,
  rows,
}: {
  first: FoundPage;
  asked: Asked;
  settings: Settings;
  /** Rows of the libraries that it can be narrowed down to. */
  rows: Record<"scents" | "colourants", { id: string; name: string }[]>;
}) {
  const groups = [
    { label: "Scents", options: rows.scents.map((r) => ({ value: `scents:${r.id}`, label: r.name })) },
    { label: "Colours", options: rows.colourants.map((r) => ({ value: `colourants:${r.id}`, label: r.name })) },
  ].filter((g) => g.options.length > 0);
  const nameOf = (uses: string) => groups.flatMap((g) => g.options).find((o) => o.value === uses)?.label ?? "";
  const [asked, setAsked] = useState(firstAsked);
  const [page, setPage] = useState(first);
  const [trouble, setTrouble] = useState<string | null>(null);
  const latest = useRef(0);
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    const own = ++latest.current;
    const timer = setTimeout(async () => {
      const params = paramsOf(asked);
      history.replaceState(null, "", params.size > 0 ? `/search?${params}` : "/search");
      const answer = await api<FoundPage>(`/api/search?${params}`);
      if (own !== latest.current) return;
      setTrouble(answer.ok ? null : answer.message);
      if (answer.ok) setPage(answer.value);
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [asked]);
  const more = async () => {
    const answer = await api<FoundPage>(`/api/search?${paramsOf(asked, page.found.length)}`);
    setTrouble(answer.ok ? null : answer.message);
    if (answer.ok) setPage({ total: answer.value.total, found: [...page.found, ...answer.value.found] });
  };
  const queue = useMemo(
    () =>
      page.found.flatMap(({ entry: e }) =>
        e.design && e.design.pours.length > 0
          ? [{ key: e.id, design: e.design, palette: e.palette, atMm: e.cutMm }]
          : [],
      ),
    [page],
  );
  const faces = useFaceQueue(queue, FACE_PX.width, FACE_PX.height);
  const set = (change: Partial<Asked>) => setAsked({ ...asked, ...change });
  return (
    <StudioPage here="search" title="Search" settings={settings}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <input
          type="search"
          aria-label="Words to look for"
          placeholder="ink, citrus, hanger, ash, rivers…"
          className="field h-11! min-w-0 flex-1 basis-72 !px-3 text-[17px]"
          value={asked.search}
          maxLength={100}
          onChange={(e) => set({ search: e.currentTarget.value })}
        />
        <Choose
          label="Design family"
          className={FILTER}
          value={asked.family}
          options={[
            { value: "", label: "any design" },
            ...FAMILY_IDS.map((id) => ({ value: id, label: FAMILIES[id].label })),
          ]}
          onChoose={(family) => set({ family })}
        />
        <Choose
          {...{ label: "Planned or poured", value: asked.phase, options: PHASES, className: FILTER }}
          onChoose={(phase) => set({ phase })}
        />
        <Choose
          label="Scent or colour in it"
          className="field max-w-56 narrow:min-h-[44px]"
          value={groups.some((g) => g.options.some((o) => o.value === asked.uses)) ? asked.uses : ""}
          options={[{ value: "", label: "any scent, any colour" }]}
          groups={groups}
          onChoose={(uses) => set({ uses, usesName: nameOf(uses) })}
        />
        <Choose
          {...{ label: "Rating", value: asked.rating, options: RATINGS, className: FILTER }}
          onChoose={(rating) => set({ rating })}
        />
      </div>
      {asked.uses !== "" && nameOf(asked.uses) === "" && (
        <p className="mt-2">
          with <strong>{asked.usesName || asked.uses}</strong>{" "}
          <button
            type="button"
            className="underline narrow:min-h-[44px]"
            onClick={() => set({ uses: "", usesName: "" })}
          >
            with or without
          </button>
        </p>
      )}
      <Trouble words={trouble} className="mt-2" />
      <p className="mt-3 text-muted" role="status">
        {page.total === 0
          ? "Nothing in the book has all of that. Try fewer words, or the beginning of one."
          : `${page.total} ${page.total === 1 ? "batch" : "batches"}`}
      </p>
      <ul className="mt-1" aria-label="What was found">
        {page.found.map((f) => (
          <FoundRow key={f.entry.id} found={f} face={faces.get(f.entry.id)} />
        ))}
      </ul>
      {page.found.length < page.total && (
        <button type="button" className="button mt-3 min-h-[44px]" onClick={() => void more()}>
          Show {Math.min(AT_ONCE, page.total - page.found.length)} more
        </button>
      )}
    </StudioPage>
  );
}
