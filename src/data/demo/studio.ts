import { addDays, formatISO, parseISO } from "date-fns";
import { readPlan } from "../../core/document/read";
import type { Plan } from "../../core/document/schema";
import { cup, floor, line, poured, rounds, scentOf, sheet } from "./parts";

/** A batch of the made-up studio "Gnomon Lane", with the id that it always gets. */
export interface DemoBatch {
  id: string;
  plan: Plan;
}

const meteorShower = (pourOn: string) =>
  sheet(
    "Meteor Shower",
    20,
    [
      cup("p1", "Moon", 0, null, { takesRest: true, keptBackPct: 4 }),
      cup("p2", "Ink", 15, "c-ink", { scent: scentOf("s-clove") }),
      cup("p3", "Brass", 15, "c-brass", { scent: scentOf("s-fir", 3.5), keptBackPct: 8 }),
      cup("p4", "Ember", 14, "c-ember", { scent: scentOf("s-fir", 3.5) }),
    ],
    [
      floor("p1", 50),
      ...rounds(["p2", "p3", "p4", "p1"], 16, { p1: 50, p2: 100, p3: 100, p4: 100 }),
      line("p3", 50, 30),
      line("p1", 100, 45),
      line("p3", 50, 60),
    ],
    {
      pourOn,
      notes: "For the gift shop's winter table. Clove & Amber goes into Ink only.",
      trimMm: 4,
      decorations: [{ id: "d1", name: "Glass star", place: "pressed-in", perBar: 1 }],
    },
  );

const zodiacalLight = () =>
  sheet(
    "Zodiacal Light",
    7,
    [
      cup("p1", "Dusk", 0, "c-dusk", { takesRest: true }),
      cup("p2", "Cream", 30, "c-white"),
      cup("p3", "Apricot", 18, "c-apricot", { scent: scentOf("s-citrus") }),
    ],
    [floor("p1", 45), ...rounds(["p2", "p3", "p1"], 14, { p1: 55, p2: 100, p3: 100 }, 4)],
  );

const lunarOccultation = (pourOn: string) =>
  sheet(
    "Lunar Occultation",
    31,
    [
      cup("p1", "Night", 0, "c-black", { takesRest: true }),
      cup("p2", "Limb", 22, "c-white", { scent: scentOf("s-rose", 2.5) }),
      cup("p3", "Copper", 18, "c-copper", { scent: scentOf("s-rose", 2.5) }),
    ],
    [floor("p1", 45), ...rounds(["p2", "p1", "p3"], 9, { p1: 55, p2: 100, p3: 100 }, 2)],
    { pourOn },
  );

const perihelion = () =>
  sheet(
    "Perihelion",
    12,
    [
      cup("p1", "Straw", 0, "c-straw", { takesRest: true }),
      cup("p2", "Flame", 20, "c-flame", { scent: scentOf("s-citrus") }),
      cup("p3", "Wine", 16, "c-wine", { scent: scentOf("s-citrus") }),
    ],
    [floor("p1", 40), ...rounds(["p2", "p3", "p1"], 12, { p1: 60, p2: 100, p3: 100 }, 1)],
  );

const transitOfVenus = () =>
  sheet(
    "Transit of Venus",
    44,
    [
      cup("p1", "Sun", 0, "c-sun", { takesRest: true }),
      cup("p2", "Graphite", 18, "c-black"),
      cup("p3", "Pearl", 22, "c-white", { scent: scentOf("s-fir", 3.5) }),
    ],
    [floor("p1", 55), ...rounds(["p3", "p2", "p1"], 8, { p1: 45, p2: 100, p3: 100 }, 6)],
  );

const firstLight = () =>
  sheet(
    "First Light",
    3,
    [
      cup("p1", "Fog", 0, null, { takesRest: true }),
      cup("p2", "Slate", 22, "c-slate", { scent: scentOf("s-fir", 3.5) }),
      cup("p3", "Moss", 18, "c-moss", { scent: scentOf("s-citrus") }),
    ],
    [floor("p1", 40), ...rounds(["p2", "p3", "p1"], 17, { p1: 60, p2: 100, p3: 100 }, 8)],
  );

/** All batches of the studio, with dates around `today` (ISO). */
export function demoBatches(today: string): DemoBatch[] {
  const day = (offset: number) => formatISO(addDays(parseISO(today), offset), { representation: "date" });
  const batches: DemoBatch[] = [
    { id: "demo-meteor-shower", plan: meteorShower(day(2)) },
    { id: "demo-zodiacal-light", plan: zodiacalLight() },
    { id: "demo-lunar-occultation", plan: lunarOccultation(day(9)) },
    {
      id: "demo-perihelion",
      plan: poured(perihelion(), day(-1), 1.1, 4, "Flame stayed thin to the end; lines finer than planned."),
    },
    {
      id: "demo-transit-of-venus",
      plan: poured(
        transitOfVenus(),
        day(-24),
        1.2,
        3,
        "Graphite took over the left side. Less of it next time, and more passes.",
        { unmoulded: day(-23), cut: day(-23) },
      ),
    },
    {
      id: "demo-first-light",
      plan: poured(firstLight(), day(-60), 1.05, 5, "Clear drops, all colours told apart. Cured hard and pale.", {
        unmoulded: day(-59),
        cut: day(-59),
        ready: day(-24),
      }),
    },
  ];
  return batches.map(({ id, plan }) => {
    const read = readPlan(plan);
    if (!read.ok) throw new Error(`${id}: ${read.problems[0].field} ${read.problems[0].message}`);
    return { id, plan: read.plan };
  });
}
