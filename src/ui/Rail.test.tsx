import { useState } from "react";
import { flushSync } from "react-dom";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Rail } from "./Rail";

/** The rail lies from 0 to 100 px and shows -10 to 10. */
const WIDTH_PX = 100;

let root: Root;
let captured: number[];

beforeEach(() => {
  vi.stubGlobal("IS_REACT_ACT_ENVIRONMENT", false);
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe = vi.fn<() => void>();
      unobserve = vi.fn<() => void>();
      disconnect = vi.fn<() => void>();
    },
  );
  captured = [];
  // What the simulated document does not have.
  const { prototype } = Element;
  Object.assign(prototype, {
    setPointerCapture: (id: number) => captured.push(id),
    hasPointerCapture: (id: number) => captured.includes(id),
  });
  vi.spyOn(prototype, "getBoundingClientRect").mockReturnValue(new DOMRect(0, 0, WIDTH_PX, 44));
  Object.assign(document, {
    elementFromPoint: () => document.querySelector('[data-orientation="horizontal"]'),
  });
  root = createRoot(document.body.appendChild(document.createElement("div")));
});

afterEach(() => {
  root.unmount();
  document.body.replaceChildren();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

function ValueOfPile({ isDisabled, onRead }: { isDisabled: boolean; onRead: (value: number) => void }) {
  const [value, setValue] = useState(0);
  return (
    <Rail
      name="Value of the pile"
      low="darker"
      high="lighter"
      value={value}
      range={10}
      step={0.1}
      tolerance={2}
      words={`${value}`}
      isDisabled={isDisabled}
      onChange={(next) => {
        setValue(next);
        onRead(next);
      }}
    />
  );
}

/** Draws it once: what comes later is not there yet. */
function drawFirst(isDisabled: boolean) {
  const onRead = vi.fn<(value: number) => void>();
  flushSync(() => {
    root.render(<ValueOfPile isDisabled={isDisabled} onRead={onRead} />);
  });
  return onRead;
}

const marker = (): Element | null => document.querySelector('[role="slider"]');

function send(type: string, x: number, target: Element | null): void {
  const event = new PointerEvent(type, {
    bubbles: true,
    clientX: x,
    clientY: 20,
    pointerId: 3,
    pointerType: "mouse",
  });
  flushSync(() => target?.dispatchEvent(event));
}

describe("a rail", () => {
  it("only shows at first, and can be taken hold of a moment later", async () => {
    drawFirst(false);
    expect(marker()?.getAttribute("aria-disabled")).toBe("true");
    await vi.waitFor(() => {
      expect(marker()?.hasAttribute("aria-disabled")).toBe(false);
    });
  });

  it("loses no press that comes before that, and follows what pressed it", () => {
    const onRead = drawFirst(false);
    send("pointerdown", 75, marker());
    expect(onRead).toHaveBeenLastCalledWith(5);
    expect(marker()?.getAttribute("aria-valuetext")).toBe("5");
    send("pointermove", 60, document.querySelector('[data-orientation="horizontal"]'));
    expect(onRead).toHaveBeenLastCalledWith(2);
  });

  it("does not answer a press where there is nothing to read", () => {
    const onRead = drawFirst(true);
    send("pointerdown", 75, marker());
    expect(onRead).not.toHaveBeenCalled();
    expect(marker()?.getAttribute("aria-disabled")).toBe("true");
  });
});
