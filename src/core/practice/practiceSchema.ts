import * as z from "zod/mini";
import { US_MEASURES } from "../units/dose";
import { name, text, within } from "../units/fields";

/** Schools of practice, each with its reason: settings, not constants. */
export const SCHOOLS = {
  temperature: {
    label: "lye and oils at",
    options: {
      cool: "cool, 27-30 °C: the most time; hard fats may set again",
      middle: "middle, 29-35 °C: what most designs are poured at",
      hot: "hot, about 50 °C: gel at once, little time",
      room: "at the room's own: lye from the day before, no hard fat that sets again",
      melt: "hot lye over the hard fats, which melt in it: no stove, no waiting for oils",
    },
  },
  scent: {
    label: "scent goes",
    options: {
      oils: "into the oils before the lye: only for one that is known never to run",
      batter: "into the whole batter at the start: quick, only for a well-behaved one",
      portion: "into each cup after its colour, at the last moment: the careful way",
      some: "into some cups only: a discolouring one stays out of the white",
    },
  },
  measuring: {
    label: "portions are",
    options: {
      weigh: "weighed, tare taken off: true to the plan",
      eyeball: "poured by eye to volume marks: quicker, evened out by level",
    },
  },
  gel: {
    label: "gel",
    options: {
      gel: "wanted: insulate or warm; brighter colours, quicker unmoulding",
      none: "avoided: matte pastels, and milk or sugar batches that overheat",
      chance: "left to itself",
    },
  },
  cover: {
    label: "cover",
    options: {
      once: "at once: keeps the warmth and the air off",
      shine: "when the shine has gone: the top sets first",
      long: "for 48 hours: humid places",
    },
  },
  ash: {
    label: "against ash",
    options: {
      spritz: "alcohol spritz, often twice",
      cover: "cover only",
      none: "nothing",
    },
  },
} as const;

export type School = keyof typeof SCHOOLS;
type OptionOf<S extends School> = keyof (typeof SCHOOLS)[S]["options"] & string;
const school = <S extends School>(s: S) => z.enum(Object.keys(SCHOOLS[s].options) as [OptionOf<S>, ...OptionOf<S>[]]);

/** How a batch is worked: copied from the studio's settings when it is made. */
export const practiceFields = {
  temperature: school("temperature"),
  scent: school("scent"),
  measuring: school("measuring"),
  gel: school("gel"),
  cover: school("cover"),
  ash: school("ash"),
  /** People at the bench. */
  people: z.union([z.literal(1), z.literal(2)]),
  /** Their pace: 1 is a practised person, 1.3 takes three tenths longer. */
  pace: within(0.5, 3),
};
export const practiceSchema = z.strictObject(practiceFields);
export type Practice = z.infer<typeof practiceSchema>;

/** What small measures hold. */
export const measuresSchema = z.strictObject({
  spoons: z.enum(["us", "metric"]),
  /** The maker's own small scoop, mL. */
  scoopMl: within(0.02, 60, "mL"),
});

export const unitsSchema = z.strictObject({
  mass: z.enum(["g", "oz"]),
  length: z.enum(["mm", "in"]),
  volume: z.enum(["ml", "us"]),
  temperature: z.enum(["C", "F"]),
  spoons: z.enum(["us", "metric"]),
});

/** The studio's own settings. `region`: whose rules limit scents and sales, in the user's own words. */
export const settingsSchema = z.strictObject({
  studio: name(80),
  units: unitsSchema,
  practice: practiceSchema,
  /** The studio's own small scoop, mL. */
  scoopMl: within(0.02, 60, "mL"),
  region: text(200),
  /** Residual water of a cured bar, percent; learned from weighings. */
  residualWaterPct: within(2, 25, "%"),
  barThicknessMm: within(8, 120, "mm"),
  cureDays: z.int().check(z.minimum(1), z.maximum(400)),
});
export type Settings = z.infer<typeof settingsSchema>;

export const DEFAULT_PRACTICE: Practice = {
  temperature: "middle",
  scent: "portion",
  measuring: "weigh",
  gel: "chance",
  cover: "shine",
  ash: "spritz",
  people: 1,
  pace: 1,
};

export const DEFAULT_SETTINGS: Settings = {
  studio: "My studio",
  units: { mass: "g", length: "mm", volume: "ml", temperature: "C", spoons: "us" },
  practice: DEFAULT_PRACTICE,
  scoopMl: US_MEASURES.scoopMl,
  region: "",
  residualWaterPct: 10,
  barThicknessMm: 24.5,
  cureDays: 35,
};

/** Middle of each temperature school, C. */
export const SCHOOL_TEMPERATURE_C = { cool: 28, middle: 32, hot: 50, room: 21, melt: 45 } satisfies Record<
  Practice["temperature"],
  number
>;
