import { expect, test } from 'vitest';
import type { Body, Waiting } from '../../api/outbox';
import { stepNow, stepsSaid } from './next';

type Procedure = Parameters<typeof stepNow>[0];
const steps = [
  { id: 'confirm', standing: 'done' },
  { id: 'lamp', standing: 'behind' },
  { id: 'clamp', standing: 'now' },
  { id: 'mark', standing: 'passed_over' },
  { id: 'load_test', standing: 'ahead' },
  { id: 'let_down', standing: 'ahead', does: 'let_down' },
];
const procedure = { now: 'clamp', steps } as unknown as Procedure;
const TOLD = ['confirm', 'mark'];
const entered = (...bodies: Partial<Body>[]): Waiting[] =>
  bodies.map((body, place) => ({ place, person: 'tess', call: 'c', door: 'd', id: `${place}`, body: body as Body }));
const stepped = (step: string, done = true) => ({ kind: 'stepped', steps: [step], done }) as Body;
const next = (told: string[], ...bodies: Partial<Body>[]) =>
  stepNow(procedure, stepsSaid(told, entered(...bodies)))?.id;

test('what the server asks for comes next', () => {
  expect(next(TOLD)).toBe('clamp');
});

test('what was said without a net counts as said, and what was passed over is not asked', () => {
  expect(next(TOLD, stepped('clamp'))).toBe('load_test');
  expect(next(TOLD, stepped('clamp'), stepped('load_test'))).toBe('let_down');
  expect(next(TOLD, { kind: 'passed_over', step: 'clamp', reason: 'none is fitted' })).toBe('load_test');
});

test('a step the server has taken is not asked again while the procedure is asked for anew', () => {
  expect(next([...TOLD, 'clamp'])).toBe('load_test');
});

test('a step called undone is the one to be done, at once and once the server knows', () => {
  expect(next(TOLD, stepped('confirm', false))).toBe('confirm');
  expect(next(['mark'])).toBe('confirm');
  expect(next(TOLD, stepped('clamp'), stepped('clamp', false))).toBe('clamp');
});

test('nothing comes next where all is done', () => {
  expect(stepNow({ ...procedure, now: '' }, stepsSaid(TOLD, []))).toBeUndefined();
});
