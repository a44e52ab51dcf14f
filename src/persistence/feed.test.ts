import { describe, expect, it, vi } from "vitest";
import { Feed } from "./feed";

function fed() {
  let tell: (kind: string, word: number) => void = () => undefined;
  const [stop, left] = [vi.fn(), vi.fn()];
  const feed = new Feed<number>((telling) => {
    tell = telling;
    return stop;
  }, left);
  return {
    feed,
    stop,
    left,
    tell: (kind: string, word: number) => {
      tell(kind, word);
    },
  };
}

describe("a feed", () => {
  it("tells who comes later the newest word of each kind, in the order in which the kinds came", () => {
    const { feed, tell } = fed();
    tell("a", 1);
    tell("b", 2);
    tell("a", 3);
    const heard: number[] = [];
    feed.hear((word) => heard.push(word));
    expect(heard).toEqual([3, 2]);
    tell("b", 4);
    expect(heard).toEqual([3, 2, 4]);
  });

  it("says when the last has left, and no sooner; the same listener twice is two", () => {
    const { feed, left, tell } = fed();
    const listener = vi.fn();
    const [leave, leaveAgain] = [feed.hear(listener), feed.hear(listener)];
    tell("a", 1);
    expect(listener).toHaveBeenCalledTimes(2);
    leave();
    leave();
    expect(left).not.toHaveBeenCalled();
    leaveAgain();
    expect(left).toHaveBeenCalledTimes(1);
  });

  it("ends what it follows", () => {
    const { feed, stop, tell } = fed();
    const listener = vi.fn();
    feed.hear(listener);
    feed.end();
    expect(stop).toHaveBeenCalledTimes(1);
    tell("a", 1);
    expect(listener).not.toHaveBeenCalled();
  });
});
