/** What is shown first has the line for itself for so long. */
const AFTER_MS = 3_000;

/** Lets the page open where there is no connection, once it stands: what is shown first never waits for that. */
export function keepPage(): void {
  // Only a page served in safety may be kept so, and one that is being developed is not.
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
  const register = () => void navigator.serviceWorker.register('/worker.js').catch(() => undefined);
  window.addEventListener('load', () => setTimeout(register, AFTER_MS));
}
