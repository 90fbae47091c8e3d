import { expect, test } from 'vitest';
import type { Body, Waiting } from '../../api/outbox';
import { stepNow } from './next';

type Procedure = Parameters<typeof stepNow>[0];
const steps = [
  { id: 'confirm', standing: 'done' },
  { id: 'clamp', standing: 'now' },
  { id: 'mark', standing: 'passed_over' },
  { id: 'load_test', standing: 'ahead' },
  { id: 'let_down', standing: 'ahead', does: 'let_down' },
];
const procedure = { now: 'clamp', steps } as unknown as Procedure;
const said = (...ids: string[]): Waiting[] =>
  ids.map((id, place) => ({
    place,
    person: 'tess',
    call: 'c',
    door: 'd',
    id,
    body: { kind: 'stepped', steps: [id], done: true } as Body,
  }));

test('what the server asks for comes next', () => {
  expect(stepNow(procedure, [])?.id).toBe('clamp');
});

test('what was said without a net counts as said, and what was passed over is not asked', () => {
  expect(stepNow(procedure, said('clamp'))?.id).toBe('load_test');
  expect(stepNow(procedure, said('clamp', 'load_test'))?.id).toBe('let_down');
});

test('a step to be done again waits for the server', () => {
  const again = [{ ...said('clamp')[0], body: { kind: 'stepped', steps: ['confirm'], done: false } }] as Waiting[];
  expect(stepNow(procedure, again)?.id).toBe('clamp');
});

test('nothing comes next where all is done', () => {
  expect(stepNow({ ...procedure, now: '' }, [])).toBeUndefined();
});
