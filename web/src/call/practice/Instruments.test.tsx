import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { setUnits } from '../../ui/units';
import { Instrument } from './Instruments';

afterEach(() => {
  cleanup();
  setUnits('trade');
});

const seen = (shows: Partial<Schemas['DeedSeen']>): Schemas['DeedSeen'] => ({
  deed: { kind: 'look', what: '', height_in: 0 },
  title: '',
  says: '',
  ...shows,
});
const numbers = (shows: Partial<Schemas['DeedSeen']>) =>
  [...render(<Instrument seen={seen(shows)} />).container.querySelectorAll('text')].map((one) => one.textContent);

it('numbers a tape in inches, or in millimetres for who measures in them', () => {
  expect(numbers({ tape_in: 84 })).toEqual(['82', '83', '84', '85', '86']);
  setUnits('metric');
  expect(numbers({ tape_in: 84 })).toContain('2130');
});

it.each([
  ['trade', ['60', '40', '20', '0', '20', '40', '60', 'lb; solid: up, dashed: down']],
  ['metric', ['30', '20', '10', '0', '10', '20', '30', 'kg; solid: up, dashed: down']],
] as const)('says what unit a gauge reads in: %s', (units, said) => {
  setUnits(units);
  expect(numbers({ force_lb: [12, -8] })).toEqual(said);
});

it('settles a scale where the weight is, in the unit it names', () => {
  expect(numbers({ scale_lb: 182 })).toEqual(['150', '160', '170', '180', '190', '200', '210', 'lb']);
  setUnits('metric');
  expect(numbers({ scale_lb: 182 })).toEqual(['50', '60', '70', '80', '90', '100', '110', 'kg']);
});
