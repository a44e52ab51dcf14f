/**
 * What the browser remembers outside the databases. Where it refuses to, it is remembered for as long as the page
 * lives, and nothing fails.
 */
const forThisPage = new Map<string, string>();

function storage(): Storage | undefined {
  try {
    return window.localStorage;
  } catch {
    // Reading the property alone is refused where storage is switched off.
    return undefined;
  }
}

export function recall(key: string): string | undefined {
  return storage()?.getItem(key) ?? forThisPage.get(key);
}

export function remember(key: string, value: string): void {
  forThisPage.set(key, value);
  try {
    storage()?.setItem(key, value);
  } catch {
    // It is full; the page goes on as if it had been kept.
  }
}

export function forget(key: string): void {
  forThisPage.delete(key);
  storage()?.removeItem(key);
}
