import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { batchCode, LABEL_SHEETS, type Label, labelLines, labelSheets, wrapped } from "../../../src/core/print/labels";
import { tries } from "../../support/tries";

const label: Label = {
  name: "Meteor Shower",
  facts: "Batch 261025-A3F2, cured 30 Nov 2026, about 134 g",
  ingredients: "sodium olivate, sodium cocoate, water, glycerin, sodium shea butterate, fragrance, mica",
  more: "Gnomon Lane",
};

describe("labels", () => {
  it("stand on their paper, none over another, as many as were asked for, the used places left free", () => {
    for (const sheet of LABEL_SHEETS) {
      const [w, h] = sheet.labelMm;
      expect(sheet.firstMm[0] + (sheet.across - 1) * sheet.stepMm[0] + w).toBeLessThanOrEqual(sheet.paperMm[0] + 0.01);
      expect(sheet.firstMm[1] + (sheet.down - 1) * sheet.stepMm[1] + h).toBeLessThanOrEqual(sheet.paperMm[1] + 0.01);
      expect(sheet.stepMm[0]).toBeGreaterThanOrEqual(w);
      expect(sheet.stepMm[1]).toBeGreaterThanOrEqual(h);
      const per = sheet.across * sheet.down;
      const drawings = labelSheets(label, sheet, per, 2);
      expect(drawings).toHaveLength(2);
      const names = drawings.map((d) => d.texts.filter((t) => t.text === "Meteor Shower").length);
      expect(names).toEqual([per - 2, 2]);
      for (const d of drawings)
        for (const t of d.texts) {
          expect(t.at[0]).toBeGreaterThan(0);
          expect(t.at[0]).toBeLessThan(d.widthMm);
          expect(t.at[1]).toBeLessThan(d.heightMm);
        }
    }
  });

  it("say whether all words found room", () => {
    expect(labelLines(label, [99.1, 38.1]).isCut).toBe(false);
    expect(labelLines({ ...label, ingredients: label.ingredients.repeat(12) }, [63.5, 38.1]).isCut).toBe(true);
    expect(labelLines({ ...label, ingredients: "", more: "" }, [63.5, 38.1]).texts[0].text).toBe("Meteor Shower");
  });

  it("break a text without losing a word, and no line is longer than its room", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ minLength: 1, maxLength: 30 }), { maxLength: 30 }), (words) => {
        const text = words.join(" ");
        const lines = wrapped(text, 60, 2.3);
        expect(lines.join("").replaceAll(/\s/g, "")).toBe(text.replaceAll(/\s/g, ""));
        for (const l of lines) expect(l.length).toBeLessThanOrEqual(52);
      }),
      { seed: 9, numRuns: tries(60) },
    );
  });

  it("carry the code of their batch", () => {
    expect(batchCode("74cd1e34-4007-4031-95f2-912489a3e148", "2026-10-25")).toBe("261025-E148");
    expect(batchCode("demo-halo", "2026-07-02")).toBe("260702-HALO");
  });
});
