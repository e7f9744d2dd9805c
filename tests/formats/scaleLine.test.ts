import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lineCutter, readScaleLine, scaleLine } from "../../src/formats/scaleLine";
import { tries } from "../support/tries";

describe("the lines of a scale", () => {
  it.each([
    ["ST,GS,+  123.4 g", { massG: 123.4, isStable: true, isOverload: false }],
    ["US,NT,-000012.3 g\r", { massG: -12.3, isStable: false, isOverload: false }],
    ["ST,NT,+ 1.250 kg", { massG: 1250, isStable: true, isOverload: false }],
    ["st, gs, + 1 lb", { massG: 453.59237, isStable: true, isOverload: false }],
    ["ST,+0500", { massG: 500, isStable: true, isOverload: false }],
    ["OL,GS,", { massG: 0, isStable: false, isOverload: true }],
  ])("%j is read", (line, read) => {
    expect(readScaleLine(line)).toEqual(read);
  });

  it.each(["", "hello", "ST,GS,", "ST,GS,+ g", "ST,GS,+1.2.3 g", "ST,GS,+12 stone", "+12 g"])("%j is none", (line) => {
    expect(readScaleLine(line)).toBeNull();
  });

  it("what is printed is read back, however the text is cut into pieces, and noise between lines is passed over", () => {
    const reading = fc.record({
      massG: fc.integer({ min: -99_999, max: 99_999 }).map((n) => n / 10),
      isStable: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(reading, { minLength: 1, maxLength: 8 }),
        fc.array(fc.integer({ min: 1, max: 9 })),
        (list, cuts) => {
          let text = list.map((r) => `${scaleLine({ ...r, isOverload: false }, 1)}\r\n~~noise\n`).join("");
          const read: unknown[] = [];
          const cut = lineCutter((line) => {
            const one = readScaleLine(line);
            if (one) read.push(one);
          });
          for (const n of cuts) {
            cut(text.slice(0, n));
            text = text.slice(n);
          }
          cut(text);
          expect(read).toEqual(
            list.map((r) => ({ massG: r.massG === 0 ? 0 : r.massG, isStable: r.isStable, isOverload: false })),
          );
        },
      ),
      { numRuns: tries(200) },
    );
  });

  it("noise without an end fills nothing", () => {
    const heard: string[] = [];
    const cut = lineCutter((line) => heard.push(line));
    for (let i = 0; i < 1000; i++) cut("x".repeat(100));
    cut("\nST,GS,+  5 g\n");
    expect(heard[0].length).toBeLessThanOrEqual(300);
    expect(readScaleLine(heard[1])?.massG).toBe(5);
  });
});
