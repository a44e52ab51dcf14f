import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { keepFocus } from "./keepFocus";

/** Longer than a page takes to settle. */
const SETTLED_MS = 250;

let end: () => void = () => undefined;

beforeEach(() => {
  vi.useFakeTimers();
  // The stand-in for a browser lays nothing out.
  Element.prototype.checkVisibility = () => true;
  document.body.innerHTML = `
    <div id="view" tabindex="-1">
      <form><input><button id="record">Record</button></form>
      <p id="about"></p>
      <button id="keep" data-weight="main">Keep</button>
    </div>`;
  end = keepFocus(() => false);
});

afterEach(() => {
  end();
  vi.useRealTimers();
  Reflect.deleteProperty(Element.prototype, "checkVisibility");
});

const at = (): string | undefined => document.activeElement?.id;

/** Changes the page and lets it settle; changes are told of between tasks. */
async function change(how: () => void, ms = SETTLED_MS): Promise<void> {
  how();
  await vi.advanceTimersByTimeAsync(ms);
}

async function formGoes(): Promise<void> {
  document.querySelector("input")?.focus();
  await change(() => document.querySelector("form")?.remove());
}

const stepComes = (): Promise<void> =>
  change(() => {
    document.querySelector("#about")?.insertAdjacentHTML("afterend", "<button id=add data-next>Add</button>");
  });

describe("the place of the keyboard", () => {
  it("goes to the next step where that is there", async () => {
    document.querySelector("#about")?.insertAdjacentHTML("afterend", "<button id=add data-next>Add</button>");
    await formGoes();
    expect(at()).toBe("add");
  });

  it("goes on to a next step that comes after another control was taken", async () => {
    await formGoes();
    expect(at()).toBe("keep");
    await stepComes();
    expect(at()).toBe("add");
  });

  it("waits for what is being worked out, however long that takes", async () => {
    await formGoes();
    await change(() => {
      document.querySelector("#about")?.insertAdjacentHTML("afterend", "<p id=asking data-asking>…</p>");
    }, 10_000);
    await change(() => document.querySelector("#asking")?.replaceWith("done"), 100);
    expect(at()).toBe("keep");
    await stepComes();
    expect(at()).toBe("add");
  });

  it("stays where a reader of screens has pressed something since", async () => {
    await formGoes();
    document.querySelector<HTMLElement>("#keep")?.click();
    await stepComes();
    expect(at()).toBe("keep");
  });

  it("stays with who has gone on by themselves, and when the step comes late", async () => {
    await formGoes();
    document.dispatchEvent(new KeyboardEvent("keydown", { key: "Tab" }));
    document.dispatchEvent(new KeyboardEvent("keyup", { key: "Tab" }));
    await stepComes();
    expect(at()).toBe("keep");
    document.querySelector("#add")?.remove();

    document.querySelector("#about")?.insertAdjacentHTML("afterend", "<form><input></form>");
    await formGoes();
    await vi.advanceTimersByTimeAsync(10_000);
    await stepComes();
    expect(at()).toBe("keep");
  });
});
