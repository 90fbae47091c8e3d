import { describe, expect, it } from 'vitest';
import { missingOf, newNonce, withNonce } from './shell';

const SHELL = {
  html: '<script type="module" nonce="abc=" src="/static/assets/index-1.js"></script><meta property="csp-nonce" nonce="abc=">',
  policy: "default-src 'none'; script-src 'self' 'nonce-abc='; style-src 'self' 'nonce-abc='",
};

describe('the page as it is kept', () => {
  it('opens under a nonce of its own, its policy word for word the server’s', () => {
    const nonce = newNonce();
    const { html, policy } = withNonce(SHELL, nonce);
    expect(html).not.toContain('abc=');
    expect(html.split(nonce)).toHaveLength(3);
    expect(policy).toBe(SHELL.policy.replaceAll('abc=', nonce));
    expect(newNonce()).not.toBe(nonce);
  });

  it('is not kept without one: no page opens with less than the server asks of it', () => {
    expect(() => withNonce({ ...SHELL, policy: "default-src 'self'" }, 'x')).toThrow('nonce');
  });

  it('knows which of its files are missing', () => {
    expect(missingOf(SHELL.html, ['/static/assets/index-1.js'])).toEqual([]);
    expect(missingOf(SHELL.html, ['/static/assets/index-2.js'])).toEqual(['/static/assets/index-1.js']);
  });
});
