/** The page as the server gave it once, and the policy it came with. */
export type Shell = { html: string; policy: string };

const NONCE = /'nonce-([^']+)'/;

/** What a page carries and its policy allows, under a nonce of its own: as strict as the server's, and never said twice. */
export function withNonce({ html, policy }: Shell, nonce: string): Shell {
  const before = NONCE.exec(policy)?.[1];
  if (!before) throw new Error('a page without a nonce is not kept');
  return { html: html.replaceAll(before, nonce), policy: policy.replaceAll(before, nonce) };
}

/** The files a page names that are not among those kept: with one of them missing it would not open. */
export function missingOf(html: string, kept: readonly string[]): string[] {
  const named = [...html.matchAll(/"(\/static\/assets\/[^"]+)"/g)].map((found) => found[1] ?? '');
  return named.filter((file) => !kept.includes(file));
}

export function newNonce(): string {
  return btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(18))));
}
