/** Does something when the page has nothing else to do. @returns what takes it back. */
export function whenIdle(task: () => void): () => void {
  // Not every browser tells when it is idle.
  if (!("requestIdleCallback" in window)) {
    const timer = setTimeout(task, 1);
    return () => {
      clearTimeout(timer);
    };
  }
  const handle = requestIdleCallback(task);
  return () => {
    cancelIdleCallback(handle);
  };
}
