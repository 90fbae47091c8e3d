import type { Schemas } from '../api/client';
import type { Body, Waiting } from '../api/outbox';

export type Words = ReadonlyMap<string, string>;

/** What ids are called, as the server says it. */
export function wordsOf(known: Schemas['KnowledgeOut'] | undefined): Words {
  const named = known ? [known.complaints, known.causes, known.gates, known.stops, known.proofs].flat() : [];
  const fields = known?.fields ?? [];
  return new Map([
    ...named.map((one) => [one.id, one.text] as const),
    ...fields.map((one) => [one.name, one.label] as const),
  ]);
}

/** An entry as the person made it, short. */
export function entryWords(body: Waiting['body'], words: Words): string {
  const { kind, ...rest } = body;
  return [NAMES[kind], ...Object.entries(rest).map(([name, part]) => written(name, part, words))]
    .filter((one) => one !== '')
    .join(' ')
    .slice(0, 120);
}

function written(name: string, part: unknown, words: Words): string {
  if (part === null || part === undefined || UNSAID.includes(name)) return '';
  if (name === 'met') return part ? '' : 'open again';
  if (name === 'passed') return part ? 'passed' : 'not passed';
  if (name === 'from_count') return `${part} to`;
  if (typeof part !== 'object') return words.get(String(part)) ?? String(part).replaceAll('_', ' ');
  return Object.entries(part)
    .map(([inner, one]) => written(inner, one, words))
    .filter((one) => one !== '')
    .join(' ');
}

// Ids and ranges say nothing to a person.
const UNSAID = ['how', 'photo', 'of', 'since'];

const NAMES: Record<Body['kind'], string> = {
  complaint: 'complaint',
  gate: 'gate',
  found: 'found',
  checked: 'a check',
  fact: 'something known',
  cured: 'a cure',
  declined: 'declined',
  deferred: 'for another day',
  measured: 'measured',
  chosen: 'picked',
  picked: 'picked',
  again: 'these springs again',
  aimed: 'new target',
  moved: 'stroke',
  slack: 'slack',
  still_wound: 'still pulls',
  stopped: 'stopped',
  taken_off: 'taken off',
  put_on: 'put on',
  reading: 'reading',
  limit: 'where it stops',
  proof: 'proof',
  stepped: 'step done',
  passed_over: 'step passed over',
  part_used: 'part used',
  signed: 'signature',
  photographed: 'photo',
  left: 'left as it stands',
  withdrawn: 'taken back',
  disconnected: 'opener left disconnected',
  closed: 'call closed',
  abandoned: 'call abandoned',
};
