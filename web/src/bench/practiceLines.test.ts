import { describe, expect, it } from 'vitest';
import { standsAt, WORLD, withLine } from './practiceLines';

describe('what was said to the unit', () => {
  it('keeps every line, and time that passes as one', () => {
    const said = ['press', 'wait 0.5', 'wait 0.5', 'wait 0.25', 'press', 'wait 1'].reduce(withLine, [] as string[]);
    expect(said).toEqual(['press', 'wait 1.25', 'press', 'wait 1']);
  });

  it('keeps where a lift of the hand ended', () => {
    expect(['release', 'lift 10', 'lift 20', 'join', 'lift 3'].reduce(withLine, [] as string[])).toEqual([
      'release',
      'lift 20',
      'join',
      'lift 3',
    ]);
  });

  it('knows how the world stands by what was said last', () => {
    const eyes = WORLD.find((one) => one.word === 'eyes');
    expect(eyes && [standsAt(eyes, []), standsAt(eyes, ['eyes dark', 'press', 'eyes blocked'])]).toEqual([
      'clear',
      'blocked',
    ]);
  });

  it('begins another line where one would be too long', () => {
    expect(withLine(['wait 599.75'], 'wait 0.25')).toEqual(['wait 600']);
    expect(withLine(['wait 600'], 'wait 0.25')).toEqual(['wait 600', 'wait 0.25']);
  });
});
