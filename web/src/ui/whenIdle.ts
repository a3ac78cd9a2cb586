/** What can wait waits no longer than this for a page that has nothing else to do, in milliseconds. */
const AT_LATEST_MS = 200;

/** Does something once the page has drawn what one waits for. @returns calls it off */
export function whenIdle(work: () => void): () => void {
  if (!window.requestIdleCallback) {
    const timer = setTimeout(work, AT_LATEST_MS);
    return () => clearTimeout(timer);
  }
  const idle = requestIdleCallback(work, { timeout: AT_LATEST_MS });
  return () => cancelIdleCallback(idle);
}
