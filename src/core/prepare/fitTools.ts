import type { Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import type { Equipment } from "../mould/toolSchema";
import { byId } from "../units/byId";
import type { Sayer } from "../units/sayer";
import type { FitProblem } from "./fitProblem";
import { bottleOf, fillingsOf, potLoad } from "./vessels";

/** Room above the batter that lye and blending need, share of the bowl's capacity. */
const BOWL_ROOM = 0.3;
/** A pitcher is filled to this share at most. */
const PITCHER_FULL = 0.9;
/** Below this many times the readability a reading is a guess. */
const READABLE_TIMES = 10;
const HANGER_PLAY_MM = 2;
const LOOSE_HANGER_MM = 25;

type Spec<K> = Extract<Equipment["spec"], { kind: K }>;
const isSpec = <K extends Equipment["spec"]["kind"]>(e: Equipment, ...kinds: K[]): e is Equipment & { spec: Spec<K> } =>
  (kinds as string[]).includes(e.spec.kind);

/** Every small dose of the batch by name, g: what must be read off a scale. */
export function dosesOf(plan: Plan, masses: Masses): { name: string; massG: number; field: string }[] {
  const doses: { name: string; massG: number; field: string }[] = [];
  for (const p of plan.portions) {
    const cup = byId(masses.portions, p.id);
    const field = `portions.${p.id}.colourants`;
    if (cup.colourG > 0) doses.push({ name: `colour of ${p.name}`, massG: cup.colourG, field });
    if (cup.scentG > 0) doses.push({ name: `scent of ${p.name}`, massG: cup.scentG, field: `portions.${p.id}.scent` });
  }
  for (const b of masses.batters) {
    const batter = byId(plan.batters, b.id);
    for (const a of batter.additives) {
      const massG = byId(b.additives, a.id).massG;
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
        level: "ask",
        field,
        message: `${d.name}: ${sayer.g(d.massG)} is under ten times what ${e.name} reads (${sayer.g(readabilityG)}). Weigh a stock dispersion instead, or use a finer scale.`,
      });
    }
  }
  if (e.use !== "doses") {
    for (const b of masses.batters) {
      const bowl = plan.equipment.find((x) => x.use === "batter" && (x.servesId === b.id || x.servesId === null));
      const tareG = byId(plan.batters, b.id).bowl.tareG ?? (bowl && isSpec(bowl, "bowl") ? bowl.spec.tareG : null);
      if (tareG === null && b.baseG <= capacityG) {
        problems.push({
          level: "hint",
          field,
          message: `Whether ${e.name} carries the bowl is not known: weigh the empty bowl (the batter alone is ${sayer.g(b.baseG)} of ${sayer.g(capacityG)}).`,
        });
        continue;
      }
      const loadG = b.baseG + (tareG ?? 0);
      if (loadG > capacityG) {
        problems.push({
          level: "ask",
          field,
          message: `${tareG === null ? "The batter alone is" : "Bowl with batter is"} ${sayer.g(loadG)}, more than ${e.name} carries (${sayer.g(capacityG)}).`,
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
  if (e.spec.tareG === null && (e.use === "batter" || (e.use === "portion" && plan.practice.measuring === "weigh"))) {
    problems.push({
      level: "hint",
      field,
      message: `${e.name}: its empty mass is not known. Weigh it empty, or what is weighed into it cannot be checked.`,
    });
  }
  if (e.spec.material === "aluminium") {
    problems.push({
      level: "block",
      field,
      message: `${e.name} is aluminium: lye eats it and gives off hydrogen. Take another.`,
    });
  }
  for (const b of masses.batters) {
    if (e.servesId !== null && e.servesId !== b.id) continue;
    const density = byId(plan.batters, b.id).densityGPerMl;
    if (e.use === "batter" && b.baseG / density > e.spec.capacityMl * (1 - BOWL_ROOM)) {
      problems.push({
        level: "ask",
        field,
        message: `${sayer.ml(b.baseG / density)} of batter in ${e.name} (${sayer.ml(e.spec.capacityMl)}) leaves no room for lye and blending: it needs about ${sayer.ml(b.baseG / density / (1 - BOWL_ROOM))}.`,
      });
    }
    if (e.use === "lye" && (b.waterG + b.liquidG + b.lyeG) * 1.5 > e.spec.capacityMl) {
      problems.push({
        level: "ask",
        field,
        message: `${e.name} is too small for the lye water: it can foam up. Leave a third free.`,
      });
    }
  }
  if (e.use === "portion") {
    const cup = masses.portions.find((m) => m.id === e.servesId);
    const portion = plan.portions.find((p) => p.id === e.servesId);
    if (cup && portion) {
      const density = byId(plan.batters, portion.batterId).densityGPerMl;
      const needMl = cup.finishedG / density;
      if (needMl > e.spec.capacityMl * PITCHER_FULL) {
        problems.push({
          level: "ask",
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
  const level = byId(masses.moulds, mould.id).levelMm;
  if (isSpec(e, "hanger")) {
    const { lengthMm, thicknessMm, isCoated } = e.spec;
    const problems: FitProblem[] = [];
    if (lengthMm > mould.lengthMm - HANGER_PLAY_MM) {
      problems.push({
        level: "ask",
        field,
        message: `${e.name} is ${sayer.mm(lengthMm)} long; inside the mould it is ${sayer.mm(mould.lengthMm)}: it will not go in.`,
      });
    } else if (mould.lengthMm - lengthMm > LOOSE_HANGER_MM) {
      problems.push({
        level: "ask",
        field,
        message: `${e.name} is ${sayer.mm(mould.lengthMm - lengthMm)} shorter than the mould: the ends stay unswirled.`,
      });
    }
    if (thicknessMm > mould.heightMm / 3) {
      problems.push({
        level: "ask",
        field,
        message: `${e.name} is ${sayer.mm(thicknessMm)} thick: too much for a mould ${sayer.mm(mould.heightMm)} high.`,
      });
    }
    if (!isCoated)
      problems.push({
        level: "ask",
        field,
        message: `${e.name}: bare wire must be stainless, with no cut end open to the lye.`,
      });
    return problems;
  }
  if (isSpec(e, "bottle")) {
    for (const p of plan.portions) {
      const fillings = bottleOf(plan, p.id)?.id === e.id ? fillingsOf(plan, masses, p.id) : 1;
      if (fillings < 2) continue;
      const cup = byId(masses.portions, p.id);
      return [
        {
          level: "ask",
          field,
          message: `${p.name}: ${sayer.ml(cup.pourG / cup.densityGPerMl)} go into ${e.name} (${sayer.ml(e.spec.capacityMl)}) in ${fillings} fillings. A larger bottle, or ${fillings === 2 ? "a second one" : `${fillings} of them`}, saves the refilling.`,
        },
      ];
    }
  }
  if (isSpec(e, "bottle") && e.spec.nozzleReachMm < mould.heightMm - 2) {
    return [
      {
        level: "ask",
        field,
        message: `${e.name} reaches ${sayer.mm(e.spec.nozzleReachMm)} down; the floor is ${sayer.mm(mould.heightMm)} below the rim: the lower layer stays plain.`,
      },
    ];
  }
  if (isSpec(e, "rod", "stick", "spoon", "comb")) {
    if (e.spec.lengthMm < level + 20) {
      return [
        {
          level: "ask",
          field,
          message: `${e.name} is ${sayer.mm(e.spec.lengthMm)} long: too short to hold at a depth of ${sayer.mm(level)}.`,
        },
      ];
    }
  }
  return [];
}

/** Heaviest pot that one hand still swings evenly over a mould, g (Tundish estimate). */
const SWUNG_G = 2200;

/** Whether the pot that colours are stacked or dropped into holds them, and can still be swung over the mould. */
function potProblems(plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] {
  const load = potLoad(plan, masses);
  if (!load) return [];
  const field = load.pot ? `equipment.${load.pot.id}` : `operations.${load.operationId}`;
  const name = load.pot?.name ?? "the pot";
  if (!load.pot) {
    return [
      {
        level: "hint",
        field,
        message: `${sayer.ml(load.ml)} come together in one pot: lay out a light pitcher of ${sayer.ml(load.ml / PITCHER_FULL)} or more.`,
      },
    ];
  }
  const problems: FitProblem[] = [];
  if (load.ml > load.pot.spec.capacityMl * PITCHER_FULL) {
    problems.push({
      level: "ask",
      field,
      message: `${sayer.ml(load.ml)} come together in ${name}, which holds ${sayer.ml(load.pot.spec.capacityMl)}: take a larger one, or fill it in two goes.`,
    });
  }
  const { tareG } = load.pot.spec;
  const heldG = load.g + (tareG ?? 0);
  if (heldG > SWUNG_G) {
    problems.push({
      level: "ask",
      field,
      message: `${name} would weigh ${tareG === null ? "more than " : ""}${sayer.g(heldG)} full: heavy to swing evenly. Two hands, two pots, or a smaller batch.`,
    });
  } else if (tareG === null && heldG > SWUNG_G / 2) {
    problems.push({
      level: "hint",
      field,
      message: `${name}: weigh it empty, to know what you will swing (${sayer.g(load.g)} of batter).`,
    });
  }
  return problems;
}

/** Whether tools and vessels fit the batch. */
export function toolProblems(plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] {
  const tools = plan.equipment.flatMap((e) =>
    isSpec(e, "scale")
      ? scaleFits(plan, masses, e, sayer)
      : e.use === "design"
        ? designToolFits(plan, masses, e, sayer)
        : vesselFits(plan, masses, e, sayer),
  );
  return [...tools, ...potProblems(plan, masses, sayer)];
}
