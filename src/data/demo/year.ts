import { addDays, formatISO, parseISO } from "date-fns";
import { copyPlan } from "../../core/document/newPlan";
import type { NextTime } from "../../core/document/nextTimeSchema";
import { readPlan } from "../../core/document/read";
import type { Plan, Portion } from "../../core/document/schema";
import { type FamilyId, familyOf, knobsOf, layOut } from "../../core/techniques/families/registry";
import { type After, followed } from "./history";
import { cup, floor, poured, rounds, scentOf, sheet } from "./parts";
import { type DemoBatch, demoBatches } from "./studio";

/** A batch of a family at its start values, in colours and scents of the demo library. */
function ofFamily(title: string, seed: number, family: FamilyId, portions: Portion[]): Plan {
  const usual = sheet(title, seed, portions, []);
  const knobs = knobsOf(familyOf(family), {});
  return { ...usual, design: { ...usual.design, family, knobs }, operations: layOut(usual, family, knobs) };
}

const base = (name: string, colour: string | null) => cup("p1", name, 0, colour, { takesRest: true });

interface Year {
  id: string;
  plan: Plan;
  /** Days before today on which it was poured. */
  ago: number;
  pace: number;
  rating: Plan["record"]["rating"];
  verdict: string;
  after: After;
}

/** One thing to do otherwise the next time. */
const next = (about: NextTime["about"], words: string, change: NextTime["change"] = null) =>
  ({ about, words, change, state: "open" }) as const;

const WEEKLY = [0, 7, 14, 21, 28, 35, 42];

/** Ten soaps of the year, one after the other. */
const soaps = (): Year[] => [
  {
    ...{ id: "demo-penumbra", ago: 338, pace: 1.2, rating: 3, verdict: "The greys ran into each other." },
    plan: ofFamily("Penumbra", 51, "in-pot", [
      base("Chalk", "c-white"),
      cup("p2", "Shade", 20, "c-black"),
      cup("p3", "Umber", 15, "c-copper", { scent: scentOf("s-fir", 3) }),
    ]),
    after: { thumb: 3, found: { 2: ["air"], 6: ["blurred"] }, weighedOn: WEEKLY },
  },
  {
    ...{
      id: "demo-vernal-point",
      ago: 301,
      pace: 1.1,
      rating: 4,
      verdict: "Petal went brown by May, the lines are fine.",
    },
    plan: ofFamily("Vernal Point", 52, "hanger", [
      base("Cream", null),
      cup("p2", "Moss", 18, "c-moss", { scent: scentOf("s-citrus", 3) }),
      cup("p3", "Petal", 16, "c-petal"),
    ]),
    after: {
      thumb: 3,
      weighedOn: WEEKLY,
      found: { 4: ["shifted"] },
      looks: [
        { scent: 3, colour: "true", spots: "none", note: "" },
        { scent: 2, colour: "shifted", spots: "few", note: "petal is brown" },
        { scent: 1, colour: "shifted", spots: "few", note: "" },
      ],
      nextTimes: [next("colour", "wine oxide in place of petals")],
    },
  },
  {
    ...{ id: "demo-aurora", ago: 270, pace: 1.05, rating: 5, verdict: "Best hanger so far: wide, calm waves." },
    plan: ofFamily("Aurora", 53, "hanger", [
      base("Night", "c-black"),
      cup("p2", "Green", 20, "c-moss"),
      cup("p3", "Lake", 14, "c-slate", { scent: scentOf("s-citrus", 2.5) }),
    ]),
    after: { thumb: 3, weighedOn: [0, 7, 14, 28, 42], looks: [{ scent: 4, colour: "true", spots: "none", note: "" }] },
  },
  {
    ...{
      id: "demo-solar-wind",
      ago: 233,
      pace: 1.3,
      rating: 2,
      verdict: "Clove seized the cup at minute nine. Spooned in.",
    },
    plan: ofFamily("Solar Wind", 54, "tone-on-tone", [
      base("Straw", "c-straw"),
      cup("p2", "Flame", 24, "c-flame", { scent: scentOf("s-clove", 3) }),
    ]),
    after: {
      thumb: 4,
      found: { 1: ["air", "broken"], 2: ["air"], 3: ["broken"] },
      nextTimes: [
        next("scent", "no clove in a cup that is poured late"),
        next("timing", "split thinner", { path: ["batters", "#b1", "blendToTrace"], value: 1.1 }),
      ],
    },
  },
  {
    ...{ id: "demo-ecliptic", ago: 176, pace: 1.1, rating: 4, verdict: "Eights are wide enough now; ends dull." },
    plan: ofFamily("Ecliptic", 55, "lines-and-s", [
      base("Fog", null),
      cup("p2", "Copper", 18, "c-copper", { scent: scentOf("s-fir", 3) }),
      cup("p3", "Slate", 18, "c-slate"),
    ]),
    after: { thumb: 3, weighedOn: WEEKLY, found: { 9: ["rivers"] } },
  },
  {
    ...{ id: "demo-halo", ago: 148, pace: 1, rating: 5, verdict: "Rings as drawn. Cut level, turned and halved." },
    plan: ofFamily("Halo", 56, "funnel", [
      base("Pearl", "c-white"),
      cup("p2", "Sun", 26, "c-sun"),
      cup("p3", "Wine", 14, "c-wine"),
    ]),
    after: { thumb: 3, weighedOn: [0, 7, 21, 35] },
  },
  {
    ...{ id: "demo-analemma", ago: 119, pace: 1.15, rating: 3, verdict: "Rose riced; stirred smooth, lines coarse." },
    plan: ofFamily("Analemma", 57, "drop", [
      base("Dusk", "c-dusk"),
      cup("p2", "Rose", 20, "c-wine", { scent: scentOf("s-rose", 2.5) }),
      cup("p3", "Cream", 20, "c-white"),
    ]),
    after: {
      thumb: 2,
      found: { 3: ["rivers"], 5: ["soft-core"] },
      weighedOn: WEEKLY,
      nextTimes: [next("scent", "rose into the oils, not into a cup")],
    },
  },
  {
    ...{ id: "demo-tidal-lock", ago: 92, pace: 1.05, rating: 4, verdict: "Layers level, the line between them soft." },
    plan: ofFamily("Tidal Lock", 58, "layers", [
      base("Sand", "c-straw"),
      cup("p2", "Sea", 34, "c-verdigris"),
      cup("p3", "Foam", 20, "c-white"),
    ]),
    after: { thumb: 3, weighedOn: WEEKLY, found: { 1: ["came-back"] } },
  },
  {
    ...{ id: "demo-parallax", ago: 75, pace: 1.2, rating: 4, verdict: "Spoon rows sharp; one air hole." },
    plan: ofFamily("Parallax", 59, "spoon", [
      base("Moon", null),
      cup("p2", "Ink", 22, "c-ink", { scent: scentOf("s-fog", 3) }),
      cup("p3", "Brass", 18, "c-brass"),
    ]),
    after: { thumb: 3, found: { 2: ["air"], 7: ["weeping"] }, weighedOn: WEEKLY },
  },
  {
    ...{ id: "demo-blue-hour", ago: 41, pace: 1.1, rating: 4, verdict: "Quiet. Lilac stayed workable to the end." },
    plan: ofFamily("Blue Hour", 60, "circling", [
      base("Dusk", "c-dusk"),
      cup("p2", "Ink", 18, "c-ink"),
      cup("p3", "Pearl", 20, "c-white"),
    ]),
    after: { thumb: 3, weighedOn: WEEKLY, dries: { share: 0.01, slowDays: 19 } },
  },
];

/** The first Meteor Shower of the line: Ink at more than a fifth, blended thick. */
function firstMeteorShower(): Plan {
  const plan = sheet(
    "Meteor Shower",
    21,
    [
      base("Moon", null),
      cup("p2", "Ink", 22, "c-ink", { scent: scentOf("s-clove", 3.5) }),
      cup("p3", "Brass", 15, "c-brass", { scent: scentOf("s-fir", 3.5) }),
      cup("p4", "Ember", 14, "c-ember", { scent: scentOf("s-fir", 3.5) }),
    ],
    [floor("p1", 50), ...rounds(["p2", "p3", "p4", "p1"], 12, { p1: 50, p2: 100, p3: 100, p4: 100 })],
  );
  return {
    ...plan,
    barThicknessMm: 25,
    batters: plan.batters.map((b) => ({ ...b, blendToTrace: 2.1, water: { ...b.water, value: 31 } })),
  };
}

const shareOfInk = { path: ["portions", "#p2", "sharePct"], value: 15 };
const thinner = { path: ["batters", "#b1", "blendToTrace"], value: 1.3 };

/** Four versions of one soap: what each said of the next time is taken by the one after it. */
function meteorShowers(day: (offset: number) => string, today: string, latest: DemoBatch): DemoBatch[] {
  const made = (
    plan: Plan,
    offset: number,
    pace: number,
    rating: Plan["record"]["rating"],
    verdict: string,
    after: After,
  ) =>
    followed(
      poured(plan, day(offset), pace, rating, verdict, {
        unmoulded: day(offset + 1),
        cut: day(offset + 2),
        ready: offset < -45 ? day(offset + 37) : null,
      }),
      today,
      after,
    );
  const set = (plan: Plan, more: Partial<Plan>): Plan => ({ ...plan, ...more });
  const taken = (plan: Plan): Plan => set(plan, { heeded: plan.heeded.map((h) => ({ ...h, state: "taken" })) });
  const ids = ["demo-meteor-shower-1", "demo-meteor-shower-2", "demo-meteor-shower-3"];
  const first = made(firstMeteorShower(), -194, 1.25, 2, "Ink ate everything. Mud at the floor.", {
    thumb: 3,
    found: { 1: ["blurred"], 4: ["air"], 5: ["blurred"] },
    weighedOn: WEEKLY,
    nextTimes: [next("shares", "less Ink", shareOfInk), next("timing", "thinner at the split", thinner)],
  });
  const copied = copyPlan(first, "Meteor Shower", 22, ids[0]);
  const second = made(
    taken(
      set(copied, {
        portions: copied.portions.map((p) => (p.id === "p2" ? { ...p, sharePct: 15 } : p)),
        batters: copied.batters.map((b) => ({ ...b, blendToTrace: 1.3 })),
      }),
    ),
    -110,
    1.15,
    4,
    "Good lines. A hurried top.",
    {
      thumb: 3,
      found: { 3: ["ash"], 6: ["ash"] },
      weighedOn: WEEKLY,
      nextTimes: [
        next("water", "more lye in the water", { path: ["batters", "#b1", "water", "value"], value: 33 }),
        next("cut", "thinner, for the box", { path: ["barThicknessMm"], value: 24.5 }),
      ],
    },
  );
  const again = copyPlan(second, "Meteor Shower", 23, ids[1]);
  const third = made(
    taken(
      set(again, {
        barThicknessMm: 24.5,
        batters: again.batters.map((b) => ({ ...b, water: { ...b.water, value: 33 } })),
      }),
    ),
    -33,
    1.1,
    4,
    "This is it. Less ash, please.",
    {
      thumb: 3,
      found: { 1: ["ash"], 5: ["air", "ash"] },
      weighedOn: [0, 5, 10, 17, 24, 31],
      nextTimes: [
        next("care", "second mist, cover sooner"),
        next("design", "more drops", { path: ["design", "knobs", "drops"], value: 18 }),
      ],
    },
  );
  const { origin, heeded } = copyPlan(third, "Meteor Shower", 20, ids[2]);
  return [
    ...[first, second, third].map((plan, i) => ({ id: ids[i], plan })),
    { id: latest.id, plan: { ...latest.plan, origin, heeded } },
  ];
}

/** The studio's year before `today` (ISO): what it poured, cut, weighed and learned; with what it plans and cures now. */
export function demoYear(today: string): DemoBatch[] {
  const day = (offset: number) => formatISO(addDays(parseISO(today), offset), { representation: "date" });
  const now = demoBatches(today);
  const past = soaps().map(({ id, plan, ago, pace, rating, verdict, after }): DemoBatch => {
    const cut = day(2 - ago);
    const ready = ago > 40 ? day(36 - ago) : null;
    return {
      id,
      plan: followed(
        poured(plan, day(-ago), pace, rating, verdict, { unmoulded: day(1 - ago), cut, ready }),
        today,
        after,
      ),
    };
  });
  const line = meteorShowers(day, today, now[0]);
  const all = [...line.toReversed(), ...now.slice(1), ...past.toReversed()];
  return all.map(({ id, plan }) => {
    const read = readPlan(plan);
    if (!read.ok) throw new Error(`${id}: ${read.problems[0].field} ${read.problems[0].message}`);
    return { id, plan: read.plan };
  });
}
