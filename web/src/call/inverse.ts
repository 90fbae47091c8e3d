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
  'again',
  'reading',
  'limit',
  'proof',
  'part_used',
  'signed',
  'photographed',
  'disconnected',
];

/** What undoes an entry that was made a moment ago; nothing where what was done on the door is not undone by a word. */
export function inverseOf(entry: string, body: Body): Body | null {
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

/** What names the thing an entry of a kind is about; of other kinds each entry stands for itself. */
const SUBJECTS: Partial<Record<Body['kind'], string>> = {
  complaint: 'kind',
  gate: 'gate',
  checked: 'check',
  fact: 'fact',
  measured: 'field',
  proof: 'proof',
  moved: 'part',
  passed_over: 'step',
};

/** Whether two entries are about the same thing, so that the later one takes the place of the other. */
export function isSameSubject(old: Body, body: Body): boolean {
  const name = SUBJECTS[body.kind];
  const of = (one: Body) => (one as unknown as Record<string, unknown>)[name ?? ''];
  return name !== undefined && old.kind === body.kind && of(old) === of(body);
}
