import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { Fold } from "./Fold";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const line = () => screen.getByRole("button", { name: "more" });
const field = () => screen.queryByRole("textbox", { name: "name" });

it("holds nothing while it is folded, and measures nothing", () => {
  const measured = vi.spyOn(Element.prototype, "getBoundingClientRect");
  const styled = vi.spyOn(window, "getComputedStyle");
  const onOpenChange = vi.fn<(isOpen: boolean) => void>();
  render(
    <Fold label="more" onOpenChange={onOpenChange}>
      <input aria-label="name" />
    </Fold>,
  );
  expect(measured).not.toHaveBeenCalled();
  expect(styled).not.toHaveBeenCalled();
  expect(document.querySelector("input")).toBeNull();
  expect(line().getAttribute("aria-expanded")).toBe("false");
  fireEvent.click(line());
  expect(field()).not.toBeNull();
  expect(line().getAttribute("aria-expanded")).toBe("true");
  fireEvent.click(line());
  expect(document.querySelector("input")).toBeNull();
  expect(onOpenChange.mock.calls).toEqual([[true], [false]]);
});

it("keeps what was typed where it is asked to, out of sight", () => {
  render(
    <Fold label="more" isKept>
      <input aria-label="name" />
    </Fold>,
  );
  expect(document.querySelector("input")).toBeNull();
  fireEvent.click(line());
  fireEvent.change(field() as HTMLElement, { target: { value: "Slipway" } });
  fireEvent.click(line());
  expect(line().getAttribute("aria-expanded")).toBe("false");
  expect(document.querySelector("input")?.closest("[data-state=closed]")).not.toBeNull();
  fireEvent.click(line());
  expect(field()).toHaveProperty("value", "Slipway");
});
