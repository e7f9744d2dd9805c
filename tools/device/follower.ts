import { weighedBowlG } from "../../src/core/batter/readings";
import { derive } from "../../src/core/derive/derive";
import type { Plan } from "../../src/core/document/schema";
import type { SimulatedScale } from "./models";

/** How fast a hand pours into a cup, g/s; and how near to the target it stops, g. */
export const POURS_G_PER_S = 60;
const NEAR_G = 3;
/** What an empty bowl weighs where the batch does not say, g. */
const BOWL_G = 210;

/** What should be done with the scale by a pour: what is to stand there, and whether the cup was put there anew. */
export interface Wanted {
  key: string;
  massG: number;
  /** Poured in slowly, rather than set down. */
  isPoured: boolean;
}

/** What the pour of a plan asks of the scale now: the bowl before anything is weighed out of it, then the cup at hand; null for nothing. */
export function wantedOf(plan: Plan, nowS: number, bowlShare: number): Wanted | null {
  if (plan.record.startedAt === null || plan.record.finishedAt !== null) return null;
  const { timeline, masses } = derive(plan, nowS);
  const step = timeline?.steps.find((s) => !s.done);
  if (!step || !masses || step.kind !== "weigh") return null;
  const batter = plan.batters.find((b) => b.id === step.batterId)!;
  const pot = masses.batters.find((b) => b.id === batter.id)!;
  if (weighedBowlG(plan, batter) === null)
    return {
      key: `bowl:${batter.id}`,
      massG: (batter.bowl.tareG ?? BOWL_G) + bowlShare * pot.plannedBaseG,
      isPoured: false,
    };
  const cup = masses.portions.find((p) => p.id === step.portionIds[0])!;
  return { key: step.id, massG: (pot.baseG * cup.sharePct) / 100, isPoured: true };
}

/** Somebody who does what the pour of a batch asks for. */
export class Follower {
  private wanted: Wanted | null = null;
  private key = "";

  constructor(
    private readonly address: string,
    private readonly batchId: string,
    private readonly bowlShare: number,
    private readonly poursGPerS = POURS_G_PER_S,
  ) {}

  /** Looks what is to be weighed. A server that is away is looked for again later. */
  async look(): Promise<void> {
    const answer = await fetch(`${this.address}/api/batches/${this.batchId}`).catch(() => null);
    if (!answer?.ok) return;
    const { document } = (await answer.json()) as { document: Plan };
    const start = document.record.startedAt;
    this.wanted = wantedOf(document, start ? (Date.now() - Date.parse(start)) / 1000 : 0, this.bowlShare);
  }

  /** Works for so many seconds. @returns whether something is being poured or moved */
  work(scale: SimulatedScale, seconds: number): boolean {
    const { wanted } = this;
    if (!wanted) return false;
    if (wanted.key !== this.key) {
      this.key = wanted.key;
      scale.put(wanted.isPoured ? 0 : wanted.massG);
      return true;
    }
    const leftG = wanted.isPoured ? wanted.massG - NEAR_G / 2 - scale.massG : 0;
    if (leftG <= 0) return false;
    scale.put(scale.massG + Math.min(leftG, this.poursGPerS * seconds));
    return true;
  }
}
