import { describe, expect, it, vi } from "vitest";
import { readDraft, type Saver } from "../../src/views/parts/saver";
import {
  type Asked,
  type Doc,
  eachFindsItEmpty,
  isSavedBy,
  last,
  requests,
  saverAt,
  settle,
  stored,
} from "../support/savingPlace";

eachFindsItEmpty();

describe("saving", () => {
  it("waits until typing rests, then sends only the newest text", async () => {
    const saver = saverAt();
    for (const text of ["a", "ab", "abc"]) {
      saver.save({ text });
      vi.advanceTimersByTime(100);
    }
    expect(requests).toHaveLength(0);
    vi.advanceTimersByTime(350);
    expect(requests.map((r) => r.body.text)).toEqual(["abc"]);
    await requests[0].answer(200, stored(2, "abc"));
    expect(last()).toMatchObject({ kind: "saved" });
  });

  it("one request at a time, each over the version that the last one made", async () => {
    const saver = saverAt(7);
    saver.save({ text: "one" }, true);
    vi.advanceTimersByTime(0);
    saver.save({ text: "two" }, true);
    vi.advanceTimersByTime(5000);
    expect(requests.map((r) => r.version)).toEqual(['"7"']);
    await requests[0].answer(200, stored(8, "one"));
    expect(last().kind).toBe("unsaved");
    vi.advanceTimersByTime(0);
    expect(requests.map((r) => r.version)).toEqual(['"7"', '"8"']);
    expect(requests[1].body.text).toBe("two");
    await isSavedBy(requests[1], "two", 9);
  });

  it("a draft stays in the browser until the server has acknowledged it", async () => {
    const saver = saverAt();
    saver.save({ text: "kept" });
    expect(readDraft<Doc>("batch1")).toMatchObject({ version: 1, document: { text: "kept" } });
    vi.advanceTimersByTime(350);
    expect(readDraft("batch1")).not.toBeNull();
    await requests[0].answer(200, stored(2, "kept"));
    expect(readDraft("batch1")).toBeNull();
  });

  it("an older text that is acknowledged does not take the draft of a newer one with it", async () => {
    const saver = saverAt();
    saver.save({ text: "old" }, true);
    vi.advanceTimersByTime(0);
    saver.save({ text: "new" });
    await requests[0].answer(200, stored(2, "old"));
    expect(readDraft<Doc>("batch1")?.document.text).toBe("new");
  });

  it.each([
    ["no answer", (r: Asked) => r.fail(), /does not answer/],
    ["an error of the server", (r: Asked) => r.answer(503), /met an error/],
  ] as const)("%s: it is tried again and the draft is kept", async (_name, happen, message) => {
    const saver = saverAt();
    saver.save({ text: "x" }, true);
    vi.advanceTimersByTime(0);
    await happen(requests[0]);
    expect(last()).toMatchObject({ kind: "retrying", message: expect.stringMatching(message) });
    expect(readDraft("batch1")).not.toBeNull();
    vi.advanceTimersByTime(2400);
    expect(requests).toHaveLength(1);
    vi.advanceTimersByTime(200);
    expect(requests).toHaveLength(2);
    await isSavedBy(requests[1], "x");
  });

  it("a refusal is said in the server's words and not repeated; the next change is sent again", async () => {
    const saver = saverAt();
    saver.save({ text: "too long" }, true);
    vi.advanceTimersByTime(0);
    await requests[0].answer(422, { detail: "title: at most 80 characters" });
    expect(last()).toEqual({ kind: "refused", message: "title: at most 80 characters" });
    vi.advanceTimersByTime(60_000);
    expect(requests).toHaveLength(1);
    expect(readDraft("batch1")).not.toBeNull();
    saver.save({ text: "short" });
    vi.advanceTimersByTime(350);
    expect(requests[1].body.text).toBe("short");
    await isSavedBy(requests[1], "short");
  });

  it("a change made while the refused one was on its way is sent without another touch", async () => {
    const saver = saverAt();
    saver.save({ text: "bad" }, true);
    vi.advanceTimersByTime(0);
    saver.save({ text: "good" }, true);
    await requests[0].answer(400, {});
    vi.advanceTimersByTime(0);
    expect(requests[1].body.text).toBe("good");
  });

  it("flush sends at once and says whether all is acknowledged", async () => {
    const saver = saverAt();
    expect(await saver.flush()).toBe(true);
    saver.save({ text: "x" });
    const flushed = saver.flush();
    await settle();
    await requests[0].answer(200, stored(2, "x"));
    expect(await flushed).toBe(true);
    saver.save({ text: "y" });
    const refused = saver.flush();
    await settle();
    await requests[1].answer(422);
    expect(await refused).toBe(false);
  });

  it("works without a browser store", async () => {
    const closed = () => {
      throw new DOMException("denied");
    };
    for (const name of ["localStorage", "sessionStorage"])
      vi.stubGlobal(name, { getItem: closed, setItem: closed, removeItem: closed });
    const saver = saverAt();
    saver.save({ text: "x" }, true);
    vi.advanceTimersByTime(0);
    await isSavedBy(requests[0], "x");
    expect(readDraft("batch1")).toBeNull();
  });
});

describe("a draft that another tab left", () => {
  const leave = (text: string, ageMs: number, tab: string) =>
    localStorage.setItem(
      `tundish.draft.batch1.${tab}`,
      JSON.stringify({ version: 1, document: { text }, atMs: Date.now() - ageMs }),
    );

  it("is taken up once it is surely left; on a page out of the browser's store at once, the newest first", () => {
    leave("a minute old", 60_000, "t1");
    leave("just now", 1000, "t2");
    expect(readDraft<Doc>("batch1")?.document.text).toBe("a minute old");
    sessionStorage.removeItem("tundish.tab");
    vi.stubGlobal("document", { documentElement: { dataset: { kept: "" } } });
    expect(readDraft<Doc>("batch1")?.document.text).toBe("just now");
  });
});

describe("two windows", () => {
  const conflict = async (saver: Saver<Doc>) => {
    saver.save({ text: "mine" }, true);
    vi.advanceTimersByTime(0);
    await requests[0].answer(409, { current: stored(5, "theirs") });
  };

  it("a conflict shows both and stops saving until it is settled", async () => {
    const saver = saverAt();
    await conflict(saver);
    expect(last()).toMatchObject({
      kind: "conflict",
      mine: { text: "mine" },
      current: { version: 5, document: { text: "theirs" } },
    });
    saver.save({ text: "mine, longer" });
    vi.advanceTimersByTime(60_000);
    expect(requests).toHaveLength(1);
    expect(readDraft<Doc>("batch1")?.document.text).toBe("mine, longer");
  });

  it("mine over theirs goes over the version that was shown", async () => {
    const saver = saverAt();
    await conflict(saver);
    saver.settle(5, { text: "mine" });
    vi.advanceTimersByTime(0);
    expect(requests[1]).toMatchObject({ version: '"5"', body: { text: "mine" } });
  });

  it("taking theirs leaves no draft", async () => {
    const saver = saverAt();
    await conflict(saver);
    saver.discard();
    expect(readDraft("batch1")).toBeNull();
  });

  it("the same text saved twice is no conflict: an answer that was lost on the way", async () => {
    const saver = saverAt();
    saver.save({ text: "same" }, true);
    vi.advanceTimersByTime(0);
    await requests[0].answer(409, { current: stored(2, "same") });
    expect(last().kind).toBe("saved");
    saver.save({ text: "next" }, true);
    vi.advanceTimersByTime(0);
    expect(requests[1].version).toBe('"2"');
  });

  it("a draft of a closed tab is taken over after a while, one of an open tab is left alone", () => {
    const draft = (atMs: number) => JSON.stringify({ version: 3, document: { text: "left" }, atMs });
    localStorage.setItem("tundish.draft.batch1.othertab", draft(Date.now() - 5000));
    expect(readDraft("batch1")).toBeNull();
    vi.advanceTimersByTime(15_000);
    expect(readDraft<Doc>("batch1")).toMatchObject({ version: 3, document: { text: "left" } });
    expect(localStorage.getItem("tundish.draft.batch1.othertab")).toBeNull();
    expect(readDraft<Doc>("batch1")?.document.text).toBe("left");
  });

  it("what stands in the store and is no draft is passed over", () => {
    localStorage.setItem("tundish.draft.batch1.broken", "{");
    expect(readDraft("batch1")).toBeNull();
  });
});
