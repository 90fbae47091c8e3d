import { describe, expect, it } from 'vitest';
import { nearest, points, sideLayout } from './layout';

describe('side view layout', () => {
  const layout = sideLayout(700, 110, 106, 37, 600);

  it('draws to one scale both ways', () => {
    expect(layout.x(10) - layout.x(0)).toBeCloseTo(layout.y(0) - layout.y(10));
  });

  it('keeps the chart clear of the bend and inside the sheet', () => {
    expect(layout.chartLeft).toBeGreaterThan(layout.x(15));
    expect(layout.chartRight).toBeLessThanOrEqual(700);
  });

  it('leans left for heavy and right for hot, and holds at the middle', () => {
    expect(layout.forceX(20)).toBeLessThan(layout.forceX(0));
    expect(layout.forceX(-20)).toBeGreaterThan(layout.forceX(0));
    expect(layout.span).toBe(60);
  });

  it('never leaves the sheet, however large the force', () => {
    expect(layout.forceX(5000)).toBeCloseTo(layout.chartLeft);
  });

  it('fits a phone', () => {
    const phone = sideLayout(360, 110, 106, 20, 600);
    expect(phone.chartRight - phone.chartLeft).toBeGreaterThan(180);
    expect(phone.scale).toBeGreaterThan(2.5);
  });

  it('finds the nearest position and writes one point a position', () => {
    expect(nearest([0, 1, 2, 3], 1.6)).toBe(2);
    expect(points(layout, [0, 42, 84], [1, 2, 3]).split(' ')).toHaveLength(3);
  });
});
