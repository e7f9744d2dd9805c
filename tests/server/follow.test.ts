import { describe, expect, it, vi } from "vitest";
import type { Listener } from "../../src/data/database";
import { Hub, MOST_FOLLOWERS } from "../../src/server/follow/hub";
import type { Heard } from "../../src/workers/followProtocol";
import { followStream } from "../../src/workers/followStream";

const change = (version: number) => ({ kind: "batch" as const, version, id: "b1" });

function hubWith() {
  const listeners: Listener[] = [];
  const onDevices = vi.fn();
  const hub = new Hub(
    {
      listen: async (l) => {
        listeners.push(l);
        return async () => {};
      },
    },
    onDevices,
  );
  return { hub, listeners, onDevices };
}
const follower = () => ({ tell: vi.fn(), end: vi.fn() });

describe("what the database tells", () => {
  it("is heard once and passed on to all who follow, until they leave", async () => {
    const { hub, listeners } = hubWith();
    const [a, b] = [follower(), follower()];
    const leave = (await hub.follow(a))!;
    await hub.follow(b);
    expect(listeners).toHaveLength(1);
    listeners[0].onChange(change(2));
    leave();
    listeners[0].onChange(change(3));
    expect(a.tell.mock.calls).toEqual([[change(2)]]);
    expect(b.tell.mock.calls).toEqual([[change(2)], [change(3)]]);
  });

  it("after a gap all streams end, so that who follows looks anew", async () => {
    const { hub, listeners } = hubWith();
    const a = follower();
    await hub.follow(a);
    listeners[0].onGap();
    expect(a.end).toHaveBeenCalledTimes(1);
  });

  it("of devices is told to nobody: what is remembered of them is forgotten, and streams end", async () => {
    const { hub, listeners, onDevices } = hubWith();
    const a = follower();
    await hub.follow(a);
    listeners[0].onChange({ kind: "devices", version: 0, id: "" });
    expect(onDevices).toHaveBeenCalledTimes(1);
    expect(a.tell).not.toHaveBeenCalled();
    expect(a.end).toHaveBeenCalledTimes(1);
  });

  it("is not passed on to more than can be served", async () => {
    const { hub } = hubWith();
    for (let i = 0; i < MOST_FOLLOWERS; i++) expect(await hub.follow(follower())).not.toBeNull();
    expect(await hub.follow(follower())).toBeNull();
  });

  it("a database that cannot be asked is asked again by the next who follows", async () => {
    const listen = vi
      .fn()
      .mockRejectedValueOnce(new Error("away"))
      .mockResolvedValue(async () => {});
    const hub = new Hub({ listen });
    await expect(hub.follow(follower())).rejects.toThrow("away");
    expect(await hub.follow(follower())).not.toBeNull();
    expect(hub.size).toBe(1);
  });
});

describe("a stream as a page hears it", () => {
  class Source {
    static CLOSED = 2;
    static made: Source[] = [];
    readyState = 0;
    onopen = () => {};
    onmessage = (_: { data: string }) => {};
    onerror = () => {};
    close = vi.fn();
    constructor() {
      Source.made.push(this);
    }
  }

  it("says each time that it listens, and comes back after a refusal", () => {
    vi.useFakeTimers();
    Source.made = [];
    const heard: Heard[] = [];
    const stop = followStream((h) => heard.push(h), Source as never);
    const [first] = Source.made;
    first.onopen();
    first.onmessage({ data: JSON.stringify(change(2)) });
    // The browser comes back by itself after a break.
    first.onerror();
    vi.advanceTimersByTime(10_000);
    expect(Source.made).toHaveLength(1);
    first.onopen();
    expect(heard).toEqual([{ kind: "listening" }, { kind: "change", change: change(2) }, { kind: "listening" }]);
    first.readyState = Source.CLOSED;
    first.onerror();
    vi.advanceTimersByTime(5000);
    expect(Source.made).toHaveLength(2);
    stop();
    expect(Source.made[1].close).toHaveBeenCalled();
    vi.useRealTimers();
  });

  it("looks for a server that was not there to begin with once a second, by a stream of its own", () => {
    vi.useFakeTimers();
    Source.made = [];
    const stop = followStream(() => {}, Source as never);
    for (const tries of [1, 2, 3]) {
      expect(Source.made).toHaveLength(tries);
      Source.made[tries - 1].onerror();
      expect(Source.made[tries - 1].close).toHaveBeenCalledTimes(1);
      vi.advanceTimersByTime(999);
      expect(Source.made).toHaveLength(tries);
      vi.advanceTimersByTime(1);
    }
    Source.made[3].onerror();
    stop();
    vi.advanceTimersByTime(10_000);
    expect(Source.made).toHaveLength(4);
    vi.useRealTimers();
  });
});
