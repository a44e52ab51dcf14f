import { act, cleanup, render, screen } from "@testing-library/react";
import { Component, type ReactNode } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { later } from "./later";

afterEach(cleanup);

class Guard extends Component<{ children: ReactNode }, { error?: Error }> {
  override state: { error?: Error } = {};
  static getDerivedStateFromError(error: Error) {
    return { error };
  }
  override render() {
    return this.state.error ? <p>failed: {this.state.error.message}</p> : this.props.children;
  }
}

const Greeting = ({ name }: { name: string }) => <p>hello {name}</p>;

describe("a part that comes later", () => {
  it("shows what stands in for it, then itself as soon as it is there, and at once the next time", async () => {
    let arrive: (part: typeof Greeting) => void = () => undefined;
    const load = vi.fn(() => new Promise<typeof Greeting>((resolve) => (arrive = resolve)));
    const Part = later(load, <p>wait</p>);
    const { unmount } = render(<Part name="Ann" />);
    expect(screen.getByText("wait")).toBeTruthy();
    await act(async () => {
      arrive(Greeting);
      await Promise.resolve();
    });
    expect(screen.getByText("hello Ann")).toBeTruthy();
    unmount();
    render(<Part name="Bo" />);
    expect(screen.getByText("hello Bo")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("is fetched once for all who wait for it", async () => {
    const load = vi.fn(() => Promise.resolve(Greeting));
    const Part = later(load);
    render(
      <>
        <Part name="Ann" />
        <Part name="Bo" />
      </>,
    );
    expect(await screen.findByText("hello Ann")).toBeTruthy();
    expect(screen.getByText("hello Bo")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("tells the guard around it when it cannot come, and is fetched again by who tries again", async () => {
    const silent = vi.spyOn(console, "error").mockReturnValue();
    const load = vi
      .fn<() => Promise<typeof Greeting>>()
      .mockRejectedValueOnce(new Error("no network"))
      .mockResolvedValue(Greeting);
    const Part = later(load);
    const draw = () =>
      render(
        <Guard>
          <Part name="Ann" />
        </Guard>,
      );
    const { unmount } = draw();
    expect(await screen.findByText("failed: no network")).toBeTruthy();
    unmount();
    draw();
    expect(await screen.findByText("hello Ann")).toBeTruthy();
    silent.mockRestore();
  });

  it("can be fetched before it is wanted", async () => {
    const load = vi.fn(() => Promise.resolve(Greeting));
    const Part = later(load);
    await Part.fetch();
    render(<Part name="Ann" />);
    expect(screen.getByText("hello Ann")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });
});
