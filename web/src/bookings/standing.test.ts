import { expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { isToCome, standingOf } from './standing';

const booking = (more: Partial<Schemas['BookingOut']>) =>
  ({ standing: 'booked', technician_name: 'Wren', cancelled: '', come_back: null, ...more }) as Schemas['BookingOut'];

it('says how a booking stands, and by whom', () => {
  const cases: [Partial<Schemas['BookingOut']>, string, boolean][] = [
    [{}, 'booked, Wren', true],
    [{ technician_name: '' }, 'booked, nobody goes yet', true],
    [{ standing: 'on_the_way', set_out_by: 'Wren', set_out_at: '2026-12-01T08:40:00' }, 'Wren on the way since ', true],
    [{ standing: 'under_way' }, 'Wren is there', false],
    [{ standing: 'under_way', technician_name: '' }, 'somebody is there', false],
    [{ standing: 'done' }, 'done', false],
    [{ standing: 'done', come_back: '2026-12-07' }, 'done; come back by Monday 7 December', false],
    [{ standing: 'cancelled', cancelled: 'Rain' }, 'called off: Rain', false],
  ];
  for (const [more, words, toCome] of cases) {
    expect(standingOf(booking(more)).startsWith(words)).toBe(true);
    expect(isToCome(booking(more))).toBe(toCome);
  }
});
