import { describe, expect, it } from 'vitest';
import { neighbour, STAGES, stageAt } from './stages';

const done = (...names: string[]) => STAGES.map((stage) => ({ name: stage.name, done: names.includes(stage.name) }));

describe('stages', () => {
  it('stands at the first stage that is not done', () => {
    expect(stageAt(undefined, done())).toBe('arrive');
    expect(stageAt(undefined, done('arrive', 'measure'))).toBe('find');
    expect(stageAt(undefined, done(...STAGES.map((stage) => stage.name)))).toBe('close');
  });

  it('follows the address, and ignores one it does not know', () => {
    expect(stageAt('size', done())).toBe('size');
    expect(stageAt('nonsense', done('arrive'))).toBe('find');
  });

  it('steps to the neighbour and stays at the ends', () => {
    expect(neighbour('size', 1)).toBe('repair');
    expect(neighbour('arrive', -1)).toBe('arrive');
    expect(neighbour('close', 1)).toBe('close');
  });
});
