import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { LimitRail } from './LimitRail';

const rail = () => screen.getByRole('img', { name: /The rail with the marks/ });

describe('the stops of a trolley on its rail', () => {
  it('are dragged no further than is drawn, however long the finger moves there', () => {
    const put = vi.fn();
    render(<LimitRail up={-3} down={0} onStop={put} />);
    fireEvent.pointerDown(rail(), { clientX: 890, buttons: 1 });
    for (let move = 0; move < 5; move += 1) fireEvent.pointerMove(rail(), { clientX: 890, buttons: 1 });
    expect(put.mock.calls).toEqual(Array.from({ length: 6 }, () => ['up', 6]));
    expect(screen.getByText('6" beyond')).toBeDefined();
  });

  it('are nothing to touch where they are only shown, and nothing without a press', () => {
    const put = vi.fn();
    const { rerender } = render(<LimitRail up={-3} down={null} />);
    expect(screen.queryByRole('slider')).toBeNull();
    rerender(<LimitRail up={-3} down={null} onStop={put} />);
    fireEvent.pointerMove(rail(), { clientX: 890, buttons: 0 });
    expect(put).not.toHaveBeenCalled();
    fireEvent.change(screen.getByRole('slider', { name: /open door/ }), { target: { value: '-3.25' } });
    expect(put).toHaveBeenCalledWith('up', -3.25);
  });
});
