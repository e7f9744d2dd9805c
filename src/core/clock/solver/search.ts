import { makePlayed, type Played, Player } from "../play";
import { meansOf, type Program, type ProgramStep } from "../program";
import { Bound, type CupFacts } from "./bound";
import { type Choice, eachOrder, type FreeScent, orderOf, reorder, type Space, spaceOf } from "./space";
import { CupStates, playPrefix } from "./states";
import { compareWorth, mayBeat, type Worth, worthOf } from "./worth";

const BEST_KEPT = 5;
const TOLD_EVERY = 2000;

export interface Found {
  order: string[];
  worth: Worth;
}

/** How much the search did: orders of the space, those that the bound left, those played. */
export interface SearchEffort {
  orders: number;
  open: number;
  played: number;
}

/** Places of the steps of a choice: what belongs to each early scent, and what follows them all. */
interface LaidOut {
  blocks: ReadonlyMap<FreeScent, number[]>;
  tail: number[];
}

interface Open {
  sequence: Int32Array;
  bound: Worth;
}

/** Searches the whole space of a program on its deterministic run. */
export class Search {
  /** The best orders found, best first. */
  readonly found: Found[] = [];
  readonly effort: SearchEffort = { orders: 0, open: 0, played: 0 };
  private readonly space: Space;
  private readonly unknowns: Float64Array;
  private readonly player: Player;
  private readonly out: Played;
  private readonly place: ReadonlyMap<string, number>;
  /** Places of the steps that come before all choices. */
  private readonly ahead: number[];

  constructor(
    private readonly base: Program,
    locked: ReadonlySet<string>,
    private readonly onProgress: ((share: number) => boolean) | undefined,
  ) {
    this.space = spaceOf(base, locked);
    this.unknowns = meansOf(base);
    this.player = new Player(base, false);
    this.out = makePlayed(base);
    this.place = new Map(base.steps.map((s, i) => [s.id, i]));
    const steps = this.stepsOf({ lead: null, early: this.space.scents, late: [] });
    this.ahead = this.placesOf(steps.slice(0, this.aheadOf(steps)));
  }

  /** False when stopped. The first of `found` is then worth no less than any order of the space, but for slack that nobody sees. */
  run(): boolean {
    this.play(Int32Array.from(this.base.steps, (_, i) => i));
    for (const { early, late } of splits(this.space.scents)) this.playSlowFirst({ lead: null, early, late });
    for (const lead of this.space.leads)
      if (lead !== null) this.playSlowFirst({ lead, early: this.space.scents, late: [] });
    const open = this.boundAll();
    if (!open) return false;
    this.effort.open = open.length;
    open.sort((a, b) => compareWorth(a.bound, b.bound));
    for (const [k, { sequence, bound }] of open.entries()) {
      if (!mayBeat(bound, this.found[0].worth)) continue;
      this.play(sequence);
      if (k % 200 === 0 && this.onProgress?.(0.5 + (0.5 * k) / open.length)) return false;
    }
    return true;
  }

  /** The slow scents go in first, the fast ones last: as good a start as any. */
  private playSlowFirst(choice: Choice): void {
    const { blocks, tail } = this.layOut(choice);
    const early = [...choice.early].reverse();
    this.play(Int32Array.from([...this.ahead, ...early.flatMap((s) => blocks.get(s)!), ...tail]));
  }

  private play(sequence: Int32Array): void {
    this.effort.played++;
    this.player.play(this.unknowns, this.out, sequence);
    const worth = worthOf(this.base, this.out);
    if (this.found.length === BEST_KEPT && compareWorth(worth, this.found[BEST_KEPT - 1].worth) >= 0) return;
    this.found.push({ order: Array.from(sequence, (i) => this.base.steps[i].id), worth });
    this.found.sort((a, b) => compareWorth(a.worth, b.worth));
    if (this.found.length > BEST_KEPT) this.found.length = BEST_KEPT;
  }

  /** All orders whose bound is better than the best found so far; null when stopped. */
  private boundAll(): Open[] | null {
    const { base, space, ahead, effort } = this;
    const open: Open[] = [];
    if (space.scents.length === 0 && space.leads.length === 1) return open;
    const bound = this.makeBound();
    const windows = base.steps.filter((s) => s.window).length;
    const best = this.found[0].worth;
    const total = space.leads.length * countOf(space.scents.length);
    const sequence = new Int32Array(base.steps.length);
    sequence.set(ahead);
    for (const lead of space.leads) {
      for (const { early, late } of splits(space.scents)) {
        const { blocks, tail } = this.layOut({ lead, early, late });
        const exact = sequence.length - tail.length;
        sequence.set(tail, exact);
        const turns = early.map((s) => blocks.get(s)!);
        const isOn = eachOrder(turns, () => {
          effort.orders++;
          if (effort.orders % TOLD_EVERY === 0 && this.onProgress?.((0.5 * effort.orders) / total)) return false;
          let k = ahead.length;
          for (const turn of turns) for (const i of turn) sequence[k++] = i;
          if (bound.of(sequence, { from: ahead.length, exact }, windows, best))
            open.push({ sequence: sequence.slice(), bound: { ...bound.worth } });
          return true;
        });
        if (!isOn) return null;
      }
    }
    return open;
  }

  private stepsOf(choice: Choice): readonly ProgramStep[] {
    return reorder(this.base, orderOf(this.space, this.base, choice)).steps;
  }

  private placesOf(steps: readonly ProgramStep[]): number[] {
    return steps.map((s) => this.place.get(s.id)!);
  }

  private layOut(choice: Choice): LaidOut {
    const steps = this.stepsOf(choice);
    const blocks = new Map<FreeScent, number[]>();
    let at = this.ahead.length;
    for (const scent of choice.early) {
      let to = at + 1;
      while (to < steps.length && steps[to].kind === "fill" && steps[to].vessels[0] === scent.vessel) to++;
      blocks.set(scent, this.placesOf(steps.slice(at, to)));
      at = to;
    }
    return { blocks, tail: this.placesOf(steps.slice(at)) };
  }

  private aheadOf(steps: readonly ProgramStep[]): number {
    const free = new Set(this.space.scents.map((s) => s.id));
    const first = steps.findIndex((s) => free.has(s.id) || s.operationId !== null);
    return first < 0 ? steps.length : first;
  }

  private makeBound(): Bound {
    const { base, unknowns } = this;
    const prefix = playPrefix(base, Int32Array.from(this.ahead), unknowns);
    const isAhead = new Set(this.ahead);
    const later = base.steps.filter((_, i) => !isAhead.has(i));
    const pace = base.pace * Math.exp(unknowns[base.slots.pace]);
    const untilS = prefix.fromS + 3 * later.reduce((sum, s) => sum + s.durationS * pace, 0) + 1200;
    const scents = new Map(later.flatMap((s) => (s.kind === "scent" ? [[s.vessels[0], s] as const] : [])));
    const states = new CupStates(base, prefix, scents, unknowns, pace, untilS);
    return new Bound(base, prefix, states, factsOf(base, later, pace), pace);
  }
}

function factsOf(base: Program, later: readonly ProgramStep[], pace: number): CupFacts {
  const make = () => new Uint8Array(base.vessels.length);
  const scentS = new Float64Array(base.vessels.length);
  const facts: CupFacts = { isScentedLater: make(), isOpaque: make(), isStirred: make(), scentS };
  for (const s of later) {
    const v = s.vessels[0];
    if (s.kind === "scent" && s.portionIds.length > 0) {
      facts.isScentedLater[v] = 1;
      scentS[v] = s.durationS * pace;
    } else if (s.kind === "fill") facts.isStirred[v] = 1;
    else if (s.kind === "colour" || s.kind === "weigh") facts.isOpaque[v] = 1;
    else if (s.kind === "scent" || s.kind === "blend" || s.kind === "lye") facts.isOpaque.fill(1);
  }
  return facts;
}

/** Every way to part the scents into those before the design and those at the last moment. */
function* splits(scents: readonly FreeScent[]): Generator<{ early: FreeScent[]; late: FreeScent[] }> {
  for (let mask = 0; mask < 2 ** scents.length; mask++)
    yield { early: scents.filter((_, i) => !(mask & (2 ** i))), late: scents.filter((_, i) => mask & (2 ** i)) };
}

/** Number of ways to order any part of n things: sum of n!/(n-k)!. */
function countOf(n: number): number {
  let count = 1;
  for (let k = 1; k <= n; k++) count = count * k + 1;
  return count;
}
