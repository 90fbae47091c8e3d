import { render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import type { Body } from '../api/outbox';
import { StageMain } from './StageMain';

const outbox = vi.hoisted(() => ({ held: null as string | null }));
vi.mock('../ui/outbox', () => ({ useOutbox: () => outbox }));

const WAITS = { label: 'Not checked yet', waits: true, gates: ['power'], command: null, to: '' };
const GATE = {
  id: 'plugged',
  title: 'Plugged in',
  says: 'Plugged in, all clear',
  why: 'Nothing without power.',
  met: false,
};

/** A call with one gate open; `waiting` is what was entered here and is not with the server. */
const withEntries = (waiting: Partial<Body>[], met = false) =>
  ({
    state: { closed: false, gate_groups: [{ id: 'power', gates: [{ ...GATE, met }] }] },
    waiting: waiting.map((body, place) => ({ id: String(place), body })),
    enter: vi.fn(),
  }) as never;
const main = () => screen.getByRole('button');
const show = (call: never, fresh = true) =>
  render(<StageMain call={call} go={vi.fn()} main={WAITS as never} fresh={fresh} />);

it('states the first open gate', () => {
  show(withEntries([]));
  expect(main().textContent).toBe('Plugged in, all clear');
});

it('asks for a moment once all is stated and the answer is on its way, and names a missing connection', () => {
  const stated = withEntries([{ kind: 'gate', gate: 'plugged', met: true }]);
  const { unmount } = show(stated);
  expect([main().textContent, main().hasAttribute('disabled')]).toEqual(['One moment', true]);
  unmount();
  outbox.held = 'offline';
  show(stated).unmount();
  outbox.held = null;
  show(withEntries([], true), false);
  expect(main().textContent).toBe('One moment');
});

it('says what it waits for where nothing is on its way', () => {
  show(withEntries([{ kind: 'photographed' }], true));
  expect(main().textContent).toBe('Not checked yet');
});
