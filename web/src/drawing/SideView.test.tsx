import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import type { ForceLine, Pinned } from './lines';
import { SideView } from './SideView';

const positions = Array.from({ length: 85 }, (_, inch) => inch);
const view = {
  lift: 'standard' as const,
  explains: [],
  tracks: [[0, 74, 86, 96].map((at) => ({ x_in: Math.max(0, at - 74), z_in: Math.min(at, 86) }))],
  back_in: 96,
  top_in: 92.5,
  shaft: { x_in: 3.4, z_in: 90.5 },
  drum_radius_in: 2.06,
  joints: positions.map((at) => [0, 21, 42, 63, 84].map((height) => ({ x_in: 0, z_in: at + height }))),
};
// Heavy below the middle, hot above it.
const line: ForceLine = { label: 'as hung', positions, forces: positions.map((at) => 42 - at), kind: 'main' };

function Door({ lines = [line], readings = [] as Pinned[], friction = 0, more = {} }) {
  const [position, setPosition] = useState(36);
  return (
    <SideView
      view={{ ...view, ...more }}
      positions={positions}
      doorHeight={84}
      lines={lines}
      readings={readings}
      friction={friction}
      position={position}
      onPosition={setPosition}
    />
  );
}

const slider = () => screen.getByRole('slider');
const at = () => (slider() as HTMLInputElement).value;
const press = (key: string) => fireEvent.keyDown(slider(), { key });
const says = () => slider().getAttribute('aria-valuetext');

describe('side view', () => {
  it('says where the door stands and what the hand feels there', () => {
    render(<Door />);
    expect(says()).toBe(`3': 6 lb heavy`);
  });

  it.each([
    ['Home', '0'],
    ['End', '84'],
  ])('moves the door by %s', (key, expected) => {
    render(<Door />);
    press(key);
    expect(at()).toBe(expected);
  });

  it('moves the door as the slider is moved', () => {
    render(<Door />);
    fireEvent.change(slider(), { target: { value: '48' } });
    expect(says()).toBe(`4': 6 lb hot`);
  });

  it('stops at the floor and at open', () => {
    render(<Door />);
    for (let times = 0; times < 12; times += 1) press('PageUp');
    expect(at()).toBe('84');
    expect(says()).toBe(`7': 42 lb hot`);
    for (let times = 0; times < 12; times += 1) press('PageDown');
    expect(says()).toBe('0": 42 lb heavy');
  });

  it('holds inside the band of friction', () => {
    render(<Door friction={8} />);
    expect(says()).toBe(`3': 6 lb holds`);
  });

  it('overlays before and after, and pins readings with a mark of their own', () => {
    const before: ForceLine = { ...line, label: 'before', kind: 'before' };
    const readings = [
      { height: 42, outcome: 'holds', current: true },
      { height: 60, outcome: 'creeps_up', current: true },
      { height: 20, outcome: 'runs_down', current: false },
    ];
    const { container } = render(<Door lines={[before, line]} readings={readings} />);
    expect(container.querySelectorAll('polyline.force')).toHaveLength(2);
    for (const mark of ['▬', '▲', '▼']) expect(screen.getAllByText(mark).length).toBeGreaterThan(0);
    expect(container.querySelectorAll('g[opacity="0.45"]')).toHaveLength(1);
  });

  it('pins a pull where its force is, however far beyond the line', () => {
    const readings = [60, 100].map((force) => ({ height: 42, force, current: true }));
    const { container } = render(<Door readings={readings} />);
    const [near, far] = [...container.querySelectorAll('circle[r="9"]')].map((one) => Number(one.getAttribute('cx')));
    const middle = Number(
      container.querySelector('polyline.force')?.getAttribute('points')?.split(' ')[42]?.split(',')[0],
    );
    expect(((far ?? 0) - middle) / ((near ?? 0) - middle)).toBeCloseTo(100 / 60, 2);
  });

  it('draws every section and joint of the door', () => {
    const { container } = render(<Door />);
    expect(container.querySelectorAll('path[stroke-width="8"]')).toHaveLength(4);
    expect(container.querySelectorAll('circle[r="4"]')).toHaveLength(5);
  });

  it('draws the door alone, with its height, where there is no line', () => {
    const { container } = render(<Door lines={[]} />);
    expect(says()).toBe("3'");
    expect(container.querySelector('polyline.force')).toBeNull();
    expect(screen.queryByText(/heavy/)).toBeNull();
  });

  it('draws a stretched spring or a stack that moves with the door, to scale', () => {
    const pair = positions.map((at) => [
      { x_in: 40 + at / 2, z_in: 92 },
      { x_in: 92, z_in: 92 },
    ]);
    const { container, rerender } = render(<Door more={{ shaft: null, pair }} />);
    const spring = () => container.querySelector('path[stroke-width="1.2"][d*="l "]')?.getAttribute('d');
    const before = spring();
    press('End');
    expect(spring()).not.toBe(before);
    const stack = positions.map((at) => [
      { x_in: 19, z_in: 85 - at * 0.7 },
      { x_in: 19, z_in: 77 - at * 0.7 },
    ]);
    rerender(<Door more={{ stack }} />);
    const plates = () => container.querySelector('rect[fill="var(--steel)"]');
    const [top, height] = [Number(plates()?.getAttribute('y')), Number(plates()?.getAttribute('height'))];
    press('Home');
    expect(Number(plates()?.getAttribute('y'))).toBeLessThan(top);
    expect(Number(plates()?.getAttribute('height'))).toBeCloseTo(height, 3);
  });

  it('draws both tracks of low headroom', () => {
    const upper = [
      { x_in: 0, z_in: 85 },
      { x_in: 96, z_in: 85 },
    ];
    const { container } = render(<Door more={{ lift: 'low_headroom', tracks: [...view.tracks, upper] }} />);
    expect(container.querySelectorAll('polyline[stroke="var(--steel)"]')).toHaveLength(2);
  });
});
