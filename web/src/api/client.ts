import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];
export type Problem = Schemas['Problem'];

/** A refusal the server explained. */
export class Refusal extends Error {
  constructor(
    readonly problem: Problem,
    readonly status: number,
  ) {
    super(problem.message);
  }
}

/** As whom a request is meant, where that is not whoever the page shows by now. */
export const MEANT_AS = 'X-Signed-In-As';
let signedInAs = '';
/** Whom this page takes itself to be signed in as: another tab may have changed that, and the server then refuses. */
export function actAs(person: string): void {
  signedInAs = person;
}

export const personHere = (): string => signedInAs;

const withCsrf: Middleware = {
  onRequest({ request }) {
    const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1];
    if (token && request.method !== 'GET') request.headers.set('X-CSRFToken', token);
    if (signedInAs && request.method !== 'GET' && !request.headers.has(MEANT_AS))
      request.headers.set(MEANT_AS, signedInAs);
    return request;
  },
};

/** How often a request that met others is made again, each time after as long as the server says and a little more. */
const TRIES = 4;

/** Sends a request, and again where the server says that nothing was done and when to come back. */
export async function sent(request: Request): Promise<Response> {
  for (let left = TRIES; ; left -= 1) {
    const answer = await globalThis.fetch(left ? request.clone() : request);
    const seconds = Number(answer.headers.get('Retry-After'));
    if (answer.status !== 503 || !seconds || !left) return answer;
    await new Promise((resolve) => setTimeout(resolve, (seconds + Math.random()) * 1000));
  }
}

export const client = createClient<paths>({ baseUrl: '/', fetch: sent });
client.use(withCsrf);

export type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer; anything else the server says is thrown, and so is a lost connection (as the fetch's own TypeError). */
export async function data<T>(asked: Promise<Answer<T>>): Promise<T> {
  const { data: found, error, response } = await asked;
  if (response.ok) return found as T;
  const problem = (error as { error?: Problem } | undefined)?.error;
  const plain = { code: 'error', message: `The server answered ${response.status}.`, field: '', allowed: '', unit: '' };
  throw new Refusal(problem ?? plain, response.status);
}

/** What a field says of itself where the server refused what stands in it. */
export function mistakeAt(wrong: unknown, field: string): { mistake?: string } {
  return wrong instanceof Refusal && wrong.problem.field?.split('.').at(-1) === field ? { mistake: wrong.message } : {};
}

/** A new id, made here so that a repeated post is recognised. Works without a secure context too. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}
