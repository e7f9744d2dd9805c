import { beforeEach, describe, expect, it, vi } from "vitest";
import { keep, lastKnown } from "../../src/views/parts/kept";
import { Saver } from "../../src/views/parts/saver";
import { type Doc, eachFindsItEmpty, last, place, requests, settle, states, stored } from "../support/savingPlace";

eachFindsItEmpty();

describe("what others save", () => {
  const taken: string[] = [];
  const follower = (version = 1) =>
    new Saver<Doc>(
      { ...place, isKept: true },
      version,
      (s) => states.push(s),
      (s) => taken.push(s.document.text),
    );
  beforeEach(() => {
    taken.length = 0;
  });

  it("is taken where nothing waits here, and the next change goes on from it", async () => {
    const saver = follower();
    saver.heard(3);
    expect(requests.map((r) => r.body)).toEqual([null]);
    await requests[0].answer(200, stored(3, "theirs"));
    expect(taken).toEqual(["theirs"]);
    expect(last()).toMatchObject({ kind: "saved", isFromElsewhere: true });
    saver.save({ text: "mine after theirs" }, true);
    vi.advanceTimersByTime(0);
    expect(requests[1].version).toBe('"3"');
  });

  it("is not asked for where it is this page's own, and taken only where it differs when it is time to look", async () => {
    const saver = follower(5);
    saver.heard(4);
    saver.heard(5);
    expect(requests).toHaveLength(0);
    saver.heard();
    await requests[0].answer(200, stored(5, "mine"));
    expect([taken, states]).toEqual([[], []]);
    // A studio that was put back to an older state counts as news too.
    saver.heard();
    await requests[1].answer(200, stored(2, "put back"));
    expect(taken).toEqual(["put back"]);
  });

  it("waits while something of this page is on its way, and is forgotten once that turns out to be it", async () => {
    const saver = follower();
    saver.save({ text: "mine" }, true);
    vi.advanceTimersByTime(0);
    saver.heard(2);
    expect(requests).toHaveLength(1);
    await requests[0].answer(200, stored(2, "mine"));
    expect(requests).toHaveLength(1);
    saver.save({ text: "mine again" }, true);
    vi.advanceTimersByTime(0);
    saver.heard(4);
    await requests[1].answer(200, stored(3, "mine again"));
    await settle();
    expect(requests).toHaveLength(3);
    await requests[2].answer(200, stored(4, "theirs"));
    expect(taken).toEqual(["theirs"]);
  });

  it("never takes the place of what is typed while it is being fetched", async () => {
    const saver = follower();
    saver.heard(2);
    saver.save({ text: "typed meanwhile" });
    await requests[0].answer(200, stored(2, "theirs"));
    expect(taken).toEqual([]);
    vi.advanceTimersByTime(350);
    expect(requests[1]).toMatchObject({ version: '"1"', body: { text: "typed meanwhile" } });
    await requests[1].answer(409, { current: stored(2, "theirs") });
    expect(last()).toMatchObject({ kind: "conflict", mine: { text: "typed meanwhile" } });
    saver.heard(3);
    expect(requests).toHaveLength(2);
  });

  it("a deletion is said, a server that is away is asked again when it is heard of", async () => {
    const saver = follower();
    saver.heard();
    await requests[0].answer(404);
    expect(last()).toMatchObject({ kind: "refused", message: expect.stringMatching(/deleted/) });
    saver.heard(9);
    await requests[1].fail();
    expect(requests).toHaveLength(2);
    saver.heard();
    await requests[2].answer(200, stored(9, "back"));
    expect(taken).toEqual(["back"]);
  });

  it("what was acknowledged or taken last is known to a page out of the browser's own store, and to no other", async () => {
    const saver = follower();
    saver.heard(6);
    await requests[0].answer(200, stored(6, "known"));
    const page = { dataset: {} as Record<string, string> };
    vi.stubGlobal("document", { documentElement: page });
    expect(lastKnown("batch1", stored(4, "old"))).toEqual(stored(4, "old"));
    page.dataset.kept = "";
    expect(lastKnown("batch1", stored(4, "old"))).toMatchObject({ version: 6, document: { text: "known" } });
    expect(lastKnown("batch1", stored(7, "newer"))).toEqual(stored(7, "newer"));
    expect(lastKnown("another", stored(1, "own"))).toEqual(stored(1, "own"));
  });

  it("of many documents only the newest stay known", async () => {
    for (let i = 0; i < 9; i++) {
      vi.advanceTimersByTime(10);
      keep(`b${i}`, stored(2, String(i)));
    }
    vi.stubGlobal("document", { documentElement: { dataset: { kept: "" } } });
    const known = Array.from({ length: 9 }, (_, i) => lastKnown(`b${i}`, stored(1, "?")).version);
    expect(known).toEqual([1, 1, 1, 2, 2, 2, 2, 2, 2]);
  });
});
