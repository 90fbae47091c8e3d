import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { bearingOf, Compass, pointOf } from './Compass';

describe('the compass of an opening', () => {
  it.each([
    [0, -10, 0],
    [10, 0, 90],
    [0, 10, 180],
    [-10, 0, 270],
    [10, -10, 45],
    [-1, -100, 0],
  ])('a touch %d right and %d down of the middle is %d degrees', (right, down, degrees) => {
    expect(bearingOf(right, down)).toBe(degrees);
  });

  it.each([
    [0, 'north'],
    [350, 'north'],
    [270, 'west'],
    [-90, 'west'],
    [730, 'north'],
    [130, 'south-east'],
  ])('%d degrees lie nearest to %s', (degrees, point) => {
    expect(pointOf(degrees)).toBe(point);
  });

  it('is turned by keys and says where it looks', () => {
    const turned = vi.fn();
    render(<Compass label="Looking out" value={270} onChange={turned} />);
    const dial = screen.getByRole('slider', { name: 'Looking out, on the compass' });
    expect(dial.getAttribute('aria-valuetext')).toBe('270 degrees, west');
    fireEvent.change(dial, { target: { value: '265' } });
    expect(turned).toHaveBeenCalledWith(265);
  });
});
