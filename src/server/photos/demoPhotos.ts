import sharp from "sharp";
import type { Plan } from "../../core/document/schema";
import { measurePhoto } from "../../core/photo/measure";
import type { Photo } from "../../core/photo/photoSchema";
import { photographedBars } from "../../data/demo/bars";
import { keepPhoto } from "./keep";

/** The plan with made photos of some of its bars, kept in the data directory and measured as the page measures them. */
export async function withPhotos(dataDirectory: string, plan: Plan, numbers: readonly number[]): Promise<Plan> {
  const photos: Photo[] = [];
  for (const { mouldId, number, made, expected } of photographedBars(plan, numbers)) {
    const { width, height, data } = made.pixels;
    const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: 88 })
      .toBuffer();
    const kept = await keepPhoto(dataDirectory, jpeg);
    if (!kept.ok) throw new Error(kept.message);
    const measured = measurePhoto(made.pixels, made.corners, expected);
    photos.push({
      id: `q${number}`,
      hash: kept.photo.hash,
      widthPx: kept.photo.widthPx,
      heightPx: kept.photo.heightPx,
      addedAt: `${plan.record.days.cut}T16:00:00.000Z`,
      takenOn: plan.record.days.cut,
      bar: { mouldId, number },
      note: "",
      corners: made.corners,
      isLeftOut: false,
      measured: measured.ok ? measured.face : null,
    });
  }
  return { ...plan, record: { ...plan.record, photos } };
}
