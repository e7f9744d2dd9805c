import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { clearAway, cutDuring, type Diary, eachKeepsAll, type Image, lostIn, saveLater } from "../support/cutRuns";

afterAll(clearAway);

describe("a power cut while batches are saved", () => {
  const COUNT = 4;
  let images: Image[];
  beforeAll(async () => {
    ({ images } = await cutDuring("saving", COUNT, () => 24, saveLater));
  });

  eachKeepsAll(COUNT, "image %i opens with everything that was acknowledged", (k) => images[k]);

  it("falls at different moments: some images hold many saves", () => {
    const counts = images.map((i) => i.acknowledged.size);
    expect(Math.max(...counts)).toBeGreaterThan(5);
  });
});

describe("the forgetful disk", () => {
  it("loses what an engine does not sync: the test above could fail", async () => {
    let saved: Diary["acknowledged"] = new Map();
    const { images } = await cutDuring(
      "unsynced",
      4,
      () => 10,
      (directory, diary) => {
        saved = diary.acknowledged;
        return saveLater(directory, diary);
      },
      { syncsReally: false, mayCut: () => saved.size > 3 },
    );
    expect(images).toHaveLength(4);
    let isLost = false;
    for (const image of images)
      isLost ||= await lostIn(image).then(
        (lost) => lost.length > 0,
        () => true,
      );
    expect(isLost).toBe(true);
  });
});
