import type { Masses } from "../plan/masses";
import type { Plan } from "../plan/schema";
import type { Sayer } from "../units/sayer";
import { compartmentsOf } from "./compartments";
import { levelMm } from "./mould";
import type { Equipment } from "./toolSchema";

/** One check of whether things go together. `field` names what it is said next to. */
export interface FitProblem {
  field: string;
  message: string;
}

/** Room above the batter that lye and blending need, share of the bowl's capacity. */
const BOWL_ROOM = 0.3;
/** A pitcher is filled to this share at most. */
const PITCHER_FULL = 0.9;
/** Below this many times the readability a reading is a guess. */
const READABLE_TIMES = 10;
export const NARROWEST_COMPARTMENT_MM = 12;
const HANGER_PLAY_MM = 2;
const LOOSE_HANGER_MM = 25;

type Spec<K> = Extract<Equipment["spec"], { kind: K }>;
const isSpec = <K extends Equipment["spec"]["kind"]>(e: Equipment, ...kinds: K[]): e is Equipment & { spec: Spec<K> } =>
  (kinds as string[]).includes(e.spec.kind);

/** Every small dose of the batch by name, g: what must be read off a scale. */
export function dosesOf(plan: Plan, masses: Masses): { name: string; massG: number; field: string }[] {
  const doses: { name: string; massG: number; field: string }[] = [];
  for (const p of plan.portions) {
    const cup = masses.portions.find((m) => m.id === p.id)!;
    const field = `portions.${p.id}.colourants`;
    if (cup.colourG > 0) doses.push({ name: `colour of ${p.name}`, massG: cup.colourG, field });
    if (cup.scentG > 0) doses.push({ name: `scent of ${p.name}`, massG: cup.scentG, field: `portions.${p.id}.scent` });
  }
  for (const b of masses.batters) {
    const batter = plan.batters.find((x) => x.id === b.id)!;
    for (const a of batter.additives) {
      const massG = b.additives.find((x) => x.id === a.id)!.massG;
      if (massG > 0) doses.push({ name: a.label || a.kind, massG, field: `batters.${b.id}.additives.${a.id}` });
    }
  }
  return doses;
}

function scaleFits(plan: Plan, masses: Masses, e: Equipment & { spec: Spec<"scale"> }, sayer: Sayer): FitProblem[] {
  const problems: FitProblem[] = [];
  const field = `equipment.${e.id}`;
  const { readabilityG, capacityG } = e.spec;
  if (e.use !== "loads") {
    for (const d of dosesOf(plan, masses)) {
      if (d.massG >= READABLE_TIMES * readabilityG) continue;
      problems.push({
        field,
        message: `${d.name}: ${sayer.g(d.massG)} is under ten times what ${e.name} reads (${sayer.g(readabilityG)}). Weigh a stock dispersion instead, or use a finer scale.`,
      });
    }
  }
  if (e.use !== "doses") {
    for (const b of masses.batters) {
      const bowl = plan.equipment.find((x) => x.use === "batter" && (x.servesId === b.id || x.servesId === null));
      const tareG =
        plan.batters.find((x) => x.id === b.id)!.bowl.tareG ??
        (bowl && isSpec(bowl, "bowl") ? bowl.spec.tareG : null) ??
        0;
      const loadG = b.baseG + tareG;
      if (loadG > capacityG) {
        problems.push({
          field,
          message: `Bowl with batter is ${sayer.g(loadG)}, more than ${e.name} carries (${sayer.g(capacityG)}).`,
        });
      }
    }
  }
  return problems;
}

function vesselFits(plan: Plan, masses: Masses, e: Equipment, sayer: Sayer): FitProblem[] {
  const field = `equipment.${e.id}`;
  if (!isSpec(e, "bowl", "pitcher", "lye-jug")) return [];
  const problems: FitProblem[] = [];
  if (e.spec.material === "aluminium") {
    problems.push({ field, message: `${e.name} is aluminium: lye eats it and gives off hydrogen. Take another.` });
  }
  for (const b of masses.batters) {
    if (e.servesId !== null && e.servesId !== b.id) continue;
    const density = plan.batters.find((x) => x.id === b.id)!.densityGPerMl;
    if (e.use === "batter" && b.baseG / density > e.spec.capacityMl * (1 - BOWL_ROOM)) {
      problems.push({
        field,
        message: `${sayer.ml(b.baseG / density)} of batter in ${e.name} (${sayer.ml(e.spec.capacityMl)}) leaves no room for lye and blending: it needs about ${sayer.ml(b.baseG / density / (1 - BOWL_ROOM))}.`,
      });
    }
    if (e.use === "lye" && (b.waterG + b.liquidG + b.lyeG) * 1.5 > e.spec.capacityMl) {
      problems.push({
        field,
        message: `${e.name} is too small for the lye water: it can foam up. Leave a third free.`,
      });
    }
  }
  if (e.use === "portion") {
    const cup = masses.portions.find((m) => m.id === e.servesId);
    const portion = plan.portions.find((p) => p.id === e.servesId);
    if (cup && portion) {
      const density = plan.batters.find((b) => b.id === portion.batterId)!.densityGPerMl;
      const needMl = cup.finishedG / density;
      if (needMl > e.spec.capacityMl * PITCHER_FULL) {
        problems.push({
          field,
          message: `${portion.name} takes ${sayer.ml(needMl)}; ${e.name} holds ${sayer.ml(e.spec.capacityMl)}: too small to stir in.`,
        });
      }
    }
  }
  return problems;
}

function designToolFits(plan: Plan, masses: Masses, e: Equipment, sayer: Sayer): FitProblem[] {
  const field = `equipment.${e.id}`;
  const mould = plan.moulds.find((m) => m.id === e.servesId) ?? plan.moulds[0];
  const level = masses.moulds.find((m) => m.id === mould.id)!.levelMm;
  if (isSpec(e, "hanger")) {
    const { lengthMm, thicknessMm, isCoated } = e.spec;
    const problems: FitProblem[] = [];
    if (lengthMm > mould.lengthMm - HANGER_PLAY_MM) {
      problems.push({
        field,
        message: `${e.name} is ${sayer.mm(lengthMm)} long; inside the mould it is ${sayer.mm(mould.lengthMm)}: it will not go in.`,
      });
    } else if (mould.lengthMm - lengthMm > LOOSE_HANGER_MM) {
      problems.push({
        field,
        message: `${e.name} is ${sayer.mm(mould.lengthMm - lengthMm)} shorter than the mould: the ends stay unswirled.`,
      });
    }
    if (thicknessMm > mould.heightMm / 3) {
      problems.push({
        field,
        message: `${e.name} is ${sayer.mm(thicknessMm)} thick: too much for a mould ${sayer.mm(mould.heightMm)} high.`,
      });
    }
    if (!isCoated)
      problems.push({ field, message: `${e.name}: bare wire must be stainless, with no cut end open to the lye.` });
    return problems;
  }
  if (isSpec(e, "bottle") && e.spec.nozzleReachMm < mould.heightMm - 2) {
    return [
      {
        field,
        message: `${e.name} reaches ${sayer.mm(e.spec.nozzleReachMm)} down; the floor is ${sayer.mm(mould.heightMm)} below the rim: the lower layer stays plain.`,
      },
    ];
  }
  if (isSpec(e, "rod", "stick", "spoon", "comb")) {
    if (e.spec.lengthMm < level + 20) {
      return [
        {
          field,
          message: `${e.name} is ${sayer.mm(e.spec.lengthMm)} long: too short to hold at a depth of ${sayer.mm(level)}.`,
        },
      ];
    }
  }
  return [];
}

function mouldFits(plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] {
  const problems: FitProblem[] = [];
  for (const mould of plan.moulds) {
    const at = (f: string) => `moulds.${mould.id}.${f}`;
    const m = masses.moulds.find((x) => x.id === mould.id)!;
    if (m.levelMm > mould.heightMm + 0.05) {
      problems.push({
        field: at("fillPct"),
        message: `The pours would stand ${sayer.mm(m.levelMm - mould.heightMm)} above the rim.`,
      });
    }
    const c = compartmentsOf(mould);
    if (!c) continue;
    const narrowest = Math.min(...c.widthsMm);
    if (narrowest <= 0 || c.lengthMm <= 0) {
      problems.push({
        field: at("dividers"),
        message: "The plates take more room than there is: fewer or thinner ones.",
      });
      continue;
    }
    if (narrowest < NARROWEST_COMPARTMENT_MM) {
      problems.push({
        field: at("dividers"),
        message: `The narrowest compartment is ${sayer.mm(narrowest)}: under ${sayer.mm(NARROWEST_COMPARTMENT_MM)} batter sticks to the plates and misses the floor. Fewer, wider ones are surer.`,
      });
    }
    if (Math.abs(c.gapMm) > 1) {
      problems.push({
        field: at("dividers"),
        message: `The widths ${c.gapMm > 0 ? `leave ${sayer.mm(c.gapMm)} over` : `ask for ${sayer.mm(-c.gapMm)} more than there is`}.`,
      });
    }
    if (!mould.isRigid) {
      problems.push({
        field: at("dividers"),
        message: "A soft mould gives way under dividers: lay a board or a folded towel below.",
      });
    }
    const clearMm2 = c.widthsMm.reduce((sum, w) => sum + w, 0) * c.lengthMm;
    const standing = levelMm({ lengthMm: 1, widthMm: clearMm2 }, m.pouredMl);
    if (standing > mould.heightMm) {
      problems.push({
        field: at("dividers"),
        message: `With the plates in, the batter stands at ${sayer.mm(standing)}, above the rim: it sinks to ${sayer.mm(m.levelMm)} when they are pulled. Fill in two goes, or plan less.`,
      });
    }
  }
  return problems;
}

/** Whether moulds and tools fit the batch and each other. */
export function fitProblems(plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] {
  const tools = plan.equipment.flatMap((e) =>
    isSpec(e, "scale")
      ? scaleFits(plan, masses, e, sayer)
      : e.use === "design"
        ? designToolFits(plan, masses, e, sayer)
        : vesselFits(plan, masses, e, sayer),
  );
  return [...mouldFits(plan, masses, sayer), ...tools];
}
