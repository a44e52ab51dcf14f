/** Whether something was typed on this page that nothing has taken yet. */

type Field = HTMLInputElement | HTMLTextAreaElement;

const before = new Map<Field, string>();

function fieldOf(target: EventTarget | null): Field | undefined {
  if (target instanceof HTMLTextAreaElement) return target;
  const isTyped =
    target instanceof HTMLInputElement && /^(text|search|url|email|tel|number|password)$/.test(target.type);
  return isTyped ? target : undefined;
}

/** @returns a function that ends the watch. */
export function watchTyping(): () => void {
  const onFocus = (event: FocusEvent): void => {
    const field = fieldOf(event.target);
    if (field && !before.has(field)) before.set(field, field.value);
  };
  // What a form takes is taken.
  const onSubmit = (event: SubmitEvent): void => {
    for (const field of before.keys())
      if (event.target instanceof HTMLFormElement && event.target.contains(field)) before.delete(field);
  };
  document.addEventListener("focusin", onFocus, true);
  document.addEventListener("submit", onSubmit, true);
  return () => {
    document.removeEventListener("focusin", onFocus, true);
    document.removeEventListener("submit", onSubmit, true);
    before.clear();
  };
}

/** A field that is empty, says what it said before, or is gone holds nothing. */
export function isHalfTyped(): boolean {
  for (const [field, value] of before) {
    if (!field.isConnected) before.delete(field);
    else if (field.value !== value && field.value.trim() !== "") return true;
  }
  return false;
}
