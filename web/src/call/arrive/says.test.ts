import { expect, it } from 'vitest';
import { says } from './Arrive';

const bang = { id: 'bang', text: 'There was a loud bang, now it will not open', words: ['shot', 'broke'] };

it('finds a complaint by how its words begin, or by what people call it', () => {
  expect(says(bang, '')).toBe(true);
  expect(says(bang, 'ban')).toBe(true);
  expect(says(bang, 'SHOT open')).toBe(true);
  expect(says(bang, 'ang')).toBe(false);
  expect(says(bang, 'shot sun')).toBe(false);
});
