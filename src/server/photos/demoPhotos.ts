import sharp from "sharp";
import type { Plan } from "../../core/document/schema";
import { countingPhotos, huesOf } from "../../core/hand/batchPhotos";
import { MEASURE_VERSION, measurePhoto } from "../../core/photo/measure";
import type { Photo, PhotoLessons } from "../../core/photo/photoSchema";
import { photographedBars } from "../../data/demo/bars";
import { keepPhoto } from "./keep";

/**
 * The plan with made photos of some of its bars, kept in the data directory and measured as the page measures them.
 * @param hand what they were worked out to teach, where that is known
 */
export async function withPhotos(
  dataDirectory: string,
  plan: Plan,
  numbers: readonly number[],
  hand: PhotoLessons["hand"] | undefined,
): Promise<Plan> {
  const photos: Photo[] = [];
  let palette: readonly string[] = [];
  for (const { mouldId, number, made, expected } of photographedBars(plan, numbers)) {
    const { width, height, data } = made.pixels;
    const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: 88 })
      .toBuffer();
    const kept = await keepPhoto(dataDirectory, jpeg);
    if (!kept.ok) throw new Error(kept.message);
    palette = expected.palette;
    const measured = measurePhoto(made.pixels, made.corners, expected, made.paperAt);
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
      whiteAt: made.paperAt,
      isLeftOut: false,
      measured: measured.ok ? measured.face : null,
    });
  }
  const shown = { ...plan, record: { ...plan.record, photos } };
  if (!hand) return shown;
  const counting = countingPhotos(shown);
  const photoLessons: PhotoLessons = {
    version: MEASURE_VERSION,
    at: photos[0].addedAt,
    photoIds: counting.map((p) => p.id),
    hand,
    hues: huesOf(shown, counting, palette),
  };
  return { ...shown, record: { ...shown.record, photoLessons } };
}
