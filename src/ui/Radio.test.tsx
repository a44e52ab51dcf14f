import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useLayoutEffect, useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Radio, RadioGroup } from "./Radio";
import { useKey } from "./useKey";

afterEach(cleanup);

const WAYS = ["thin", "thick", "dry"] as const;

let drawings = 0;

function Ways({ name = "How", onLetter }: { name?: string; onLetter?: () => void }) {
  const [chosen, setChosen] = useState<string>("thin");
  useKey("c", onLetter !== undefined, () => onLetter?.());
  useLayoutEffect(() => {
    drawings++;
  });
  return (
    <RadioGroup aria-label={name} className="">
      {WAYS.map((way) => (
        <Radio
          key={way}
          isChosen={way === chosen}
          onChoose={() => {
            setChosen(way);
          }}
          className=""
        >
          {way}
        </Radio>
      ))}
    </RadioGroup>
  );
}

const chosenIn = (group: string): (string | undefined)[] =>
  [...screen.getByRole("radiogroup", { name: group }).querySelectorAll("input")]
    .filter((one) => one.checked)
    .map((one) => one.labels?.[0]?.textContent);

describe("one of several", () => {
  it("is chosen by its words, each group for itself", () => {
    render(
      <>
        <Ways name="How" />
        <Ways name="Then" />
      </>,
    );
    fireEvent.click(screen.getAllByRole("radio", { name: "thick" })[0] as HTMLElement);
    expect(chosenIn("How")).toEqual(["thick"]);
    expect(chosenIn("Then")).toEqual(["thin"]);
  });

  it("is drawn once", () => {
    drawings = 0;
    render(<Ways />);
    expect(drawings).toBe(1);
  });

  it("does not send a form by Enter, and leaves letters to the bench", () => {
    const onSubmit = vi.fn();
    const onLetter = vi.fn();
    render(
      <form onSubmit={onSubmit}>
        <Ways onLetter={onLetter} />
        <button type="submit">Keep</button>
      </form>,
    );
    const first = screen.getByRole("radio", { name: "thin" });
    // Who does not stop it lets the browser send the form.
    expect(fireEvent.keyDown(first, { key: "Enter" })).toBe(false);
    expect(fireEvent.keyDown(first, { key: "ArrowDown" })).toBe(true);
    fireEvent.keyDown(first, { key: "c" });
    expect(onLetter).toHaveBeenCalledTimes(1);
    expect(onSubmit).not.toHaveBeenCalled();
  });
});
