import { derive } from "../core/derive/derive";
import { compileDesign, type Design } from "../core/swirl/design";
import { drawIndices, finish, type IndexImage } from "../core/swirl/face";
import { type DesignNumbers, designNumbers } from "../core/swirl/metrics";
import { makePalette, paint } from "../core/swirl/paint";
import { layOut } from "../core/techniques/families/registry";
import type { StudioAnswer, StudioJob } from "./studioProtocol";

/** Samples of a measured face across; coarser than what is shown, fine enough for lines of half a millimetre. */
const MEASURED_PX = 160;
const FINENESS = 0.4;

const answer = (message: StudioAnswer, transfer: Transferable[] = []) => postMessage(message, { transfer });

function measure(design: Design, cutsMm: number[], colours: number, onBar: (share: number) => void): DesignNumbers {
  const compiled = compileDesign(design);
  const height = Math.max(4, Math.round((MEASURED_PX * compiled.levelMm) / compiled.widthMm));
  const images: IndexImage[] = cutsMm.map((atMm, i) => {
    const image = finish(drawIndices(compiled, { kind: "across", atMm }, MEASURED_PX, height, FINENESS));
    onBar((i + 1) / cutsMm.length);
    return image;
  });
  return designNumbers(images, colours, compiled.widthMm / MEASURED_PX, true);
}

function variants(job: Extract<StudioJob, { kind: "variants" }>): void {
  const mouldId = job.plan.moulds[0].id;
  job.variants.forEach((v, i) => {
    const plan = {
      ...job.plan,
      design: { ...job.plan.design, knobs: v.knobs, seed: v.seed },
      operations: layOut(job.plan, job.plan.design.family, v.knobs),
      schedule: { order: [], locked: [], thin: {} },
    };
    const { designs, palette, bars } = derive(plan);
    const design = designs.get(mouldId);
    if (design) {
      const middleMm = bars.middlesMm[Math.floor((bars.middlesMm.length - 1) / 2)];
      const compiled = compileDesign(design);
      const view = { kind: "across", atMm: middleMm } as const;
      const image = finish(drawIndices(compiled, view, job.width, job.height, FINENESS));
      const rgba = paint(image, makePalette(palette));
      const numbers = designNumbers([image], palette.length, compiled.widthMm / job.width);
      answer({ kind: "variant", id: v.id, rgba, numbers }, [rgba.buffer]);
    }
    answer({ kind: "progress", share: (i + 1) / job.variants.length });
  });
}

addEventListener("message", (event: MessageEvent<StudioJob>) => {
  const job = event.data;
  if (job.kind === "variants") return variants(job);
  const startMs = performance.now();
  const numbers = measure(job.design, job.cutsMm, job.colours, (share) => answer({ kind: "progress", share }));
  answer({ kind: "numbers", numbers, afterMs: performance.now() - startMs });
});
