import { expect, it } from 'vitest';
import { turnsSaid } from './turns';

it('says turns in whole ones and eighths, and which way', () => {
  expect([1.25, -0.125, 1, 0, -2.5].map(turnsSaid)).toEqual([
    '1¼ turns clockwise',
    '⅛ turn counter-clockwise',
    '1 turn clockwise',
    'not turned',
    '2½ turns counter-clockwise',
  ]);
});
