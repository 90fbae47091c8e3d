import type { Body } from '../api/outbox';

/** What is taken back by striking its entry. */
const CLAIMS: readonly Body['kind'][] = [
  'complaint',
  'found',
  'checked',
  'cured',
  'declined',
  'deferred',
  'measured',
  'chosen',
  'picked',
  'reading',
  'limit',
  'proof',
  'part_used',
  'signed',
  'photographed',
  'disconnected',
];

/** What undoes an entry that was made a moment ago; nothing where what was done on the door is not undone by a word. */
export function undoOf(entry: string, body: Body): Body | null {
  if (CLAIMS.includes(body.kind)) return { kind: 'withdrawn', entry, reason: 'undone at once' };
  switch (body.kind) {
    case 'gate':
      return { ...body, met: !body.met };
    case 'fact':
      return { ...body, holds: !body.holds };
    case 'stepped':
      return { ...body, done: !body.done };
    case 'passed_over':
      return { kind: 'stepped', steps: [body.step], done: false };
    default:
      return null;
  }
}

/** What an entry is about: another of the same takes its place. */
export function subjectOf(body: Body): string {
  const parts = ['gate', 'check', 'fact', 'field', 'part', 'proof', 'step', 'cause', 'stop'] as const;
  const named = parts.flatMap((part) => (part in body ? [String((body as Record<string, unknown>)[part])] : []));
  return [body.kind, ...named].join(' ');
}
