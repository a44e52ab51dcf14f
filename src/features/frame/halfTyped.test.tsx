import { fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { isHalfTyped, watchTyping } from "./halfTyped";

let end: () => void;
beforeEach(() => {
  end = watchTyping();
});
afterEach(() => {
  end();
});

function typed(text: string, name = "Name"): HTMLInputElement {
  const field = screen.getByLabelText<HTMLInputElement>(name);
  field.focus();
  fireEvent.focusIn(field);
  fireEvent.change(field, { target: { value: text } });
  return field;
}

describe("something half typed", () => {
  it("is text that differs from what the field held, until it is cleared, put back or gone", () => {
    const { unmount } = render(<input aria-label="Name" defaultValue="Jug" />);
    expect(isHalfTyped()).toBe(false);
    typed("Jug of w");
    expect(isHalfTyped()).toBe(true);
    typed("Jug");
    expect(isHalfTyped()).toBe(false);
    typed(" ");
    expect(isHalfTyped()).toBe(false);
    typed("Jar");
    unmount();
    expect(isHalfTyped()).toBe(false);
  });

  it("is over when its form takes it", () => {
    render(
      <form
        aria-label="Note"
        onSubmit={(event) => {
          event.preventDefault();
        }}
      >
        <input aria-label="Name" />
      </form>,
    );
    typed("Jug");
    expect(isHalfTyped()).toBe(true);
    fireEvent.submit(screen.getByRole("form", { name: "Note" }));
    expect(isHalfTyped()).toBe(false);
  });

  it("is no slider, no choice and no tick", () => {
    render(
      <>
        <input aria-label="Name" type="range" />
        <input aria-label="On" type="checkbox" />
      </>,
    );
    typed("7");
    fireEvent.click(screen.getByLabelText("On"));
    expect(isHalfTyped()).toBe(false);
  });
});
