import { inTrade, isMetric } from '../ui/units';

/** Where things fall on the side view's sheet. Pixels from inches and pounds; no arithmetic of the trade. */
export type SideLayout = {
  width: number;
  height: number;
  scale: number;
  floorY: number;
  wallX: number;
  x: (inches: number) => number;
  y: (inches: number) => number;
  forceX: (pounds: number) => number;
  chartLeft: number;
  chartRight: number;
  span: number;
};

const HEAD = 10;
const FOOT = 46;
const WALL = 30;
const CHART_FROM_IN = 21;
const CHART_LABELS = 30;

/** The chart stands inside the door's own sweep: under the level track, clear of the sections rounding the bend. */
export function sideLayout(
  width: number,
  backIn: number,
  topIn: number,
  largestLb: number,
  tallest: number,
): SideLayout {
  const scale = Math.min((width - WALL - 8) / backIn, (tallest - HEAD - FOOT) / topIn);
  const height = topIn * scale + HEAD + FOOT;
  const floorY = height - FOOT;
  const chartLeft = WALL + CHART_FROM_IN * scale + CHART_LABELS;
  const chartRight = width - 14;
  // The scale ends on a round number of whoever reads it.
  const step = inTrade(isMetric() ? 10 : 20, 'lb');
  const span = Math.max(step, Math.ceil((largestLb + 4) / step) * step);
  const middle = (chartLeft + chartRight) / 2;
  return {
    width,
    height,
    scale,
    floorY,
    wallX: WALL,
    x: (inches) => WALL + inches * scale,
    y: (inches) => floorY - inches * scale,
    // Leaning left is heavy (positive), right is hot (negative).
    forceX: (pounds) => middle - (Math.max(-span, Math.min(span, pounds)) / span) * ((chartRight - chartLeft) / 2),
    chartLeft,
    chartRight,
    span,
  };
}

/** A force line as SVG points. */
export function points(layout: SideLayout, positions: number[], forces: number[]): string {
  return positions
    .map((at, place) => `${layout.forceX(forces[place] ?? 0).toFixed(1)},${layout.y(at).toFixed(1)}`)
    .join(' ');
}

/** The place in a rising list nearest to a value. */
export function nearest(list: number[], value: number): number {
  let best = 0;
  list.forEach((one, place) => {
    if (Math.abs(one - value) < Math.abs((list[best] ?? 0) - value)) best = place;
  });
  return best;
}
