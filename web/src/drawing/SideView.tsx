import { useId, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { feet, force } from '../ui/words';
import { Hatch } from './Hatch';
import { HeightSlider } from './HeightSlider';
import { nearest, sideLayout } from './layout';
import type { ForceLine, Pinned } from './lines';
import { Carrier, Rail, Tracks } from './SideCarrier';
import { Chart, HeightRule } from './SideChart';
import { useWidth } from './useWidth';

const Figure = styled.figure`margin: 0; width: 100%; min-width: 0; position: relative; svg { display: block; width: 100%; user-select: none; }
  text { font: 600 14px Barlow, sans-serif; fill: var(--ink); } .quiet { fill: var(--quiet); }
  .tick { font: 600 15px 'Barlow Condensed', sans-serif; }
  .heavy { fill: var(--heavy); font-weight: 600; } .hot { fill: var(--hot); font-weight: 600; } .holds { fill: var(--holds); font-weight: 600; }
  .readout { font: 600 27px 'Barlow Condensed', sans-serif; paint-order: stroke; stroke: var(--ground); stroke-width: 6px; }
  .grip[data-focus-visible] { stroke: var(--action); stroke-width: 7; }
`;

const MARKS: Record<string, string> = { holds: '▬', creeps_up: '▲', runs_up: '▲', creeps_down: '▼', runs_down: '▼' };

type Props = {
  view: Schemas['SideViewAnswer'];
  positions: number[];
  doorHeight: number;
  lines: ForceLine[];
  friction?: number | undefined;
  readings?: Pinned[];
  position: number;
  onPosition: (inches: number) => void;
  /** Half a phone high at most. */
  low?: boolean;
};

/** The door on its track from the side and, on the same vertical axis, the net hand force. */
export function SideView(props: Props) {
  const { view, positions, doorHeight, lines, friction = 0, readings = [], position, onPosition, low = false } = props;
  const [ref, width] = useWidth<HTMLElement>(680);
  const [focused, setFocused] = useState(false);
  const hatch = useId();
  const pulled = readings.map((one) => Math.abs(one.force ?? 0));
  const largest = Math.max(...lines.flatMap((line) => line.forces.map(Math.abs)), ...pulled, friction, 10);
  // No taller than what is left of a tablet on its side: the floor of the door is in sight with its top.
  const isPhone = low && window.innerWidth <= 700;
  const tallest = isPhone
    ? Math.max(230, window.innerHeight * 0.36)
    : Math.min(560, Math.max(400, window.innerHeight - 320));
  const layout = useMemo(
    () => sideLayout(width, view.back_in, view.top_in + 3, largest, tallest),
    [width, view, largest, tallest],
  );
  const at = nearest(positions, position);
  const joints = view.joints[at] ?? [];
  const bottom = joints[0] ?? { x_in: 0, z_in: 0 };
  const main = lines.find((line) => line.kind === 'main') ?? lines[0];
  const here = main?.forces[nearest(main.positions, position)] ?? 0;
  const told = force(here, friction);
  const { x, y, forceX, floorY, wallX } = layout;
  const gripX = main ? forceX(here) : layout.chartLeft;

  const headY = y(doorHeight);
  const floorIn = Math.max(view.back_in, 24);
  const narrow = width < 520;

  return (
    <Figure ref={ref}>
      <svg
        viewBox={`0 0 ${layout.width} ${layout.height}`}
        height={layout.height}
        aria-label="Side view with lift profile"
        role="group"
      >
        <Hatch id={hatch} />
        <rect
          x={wallX - 24}
          y={8}
          width={18}
          height={Math.max(headY - 8, 0)}
          fill={`url(#${hatch})`}
          stroke="var(--edge)"
          strokeWidth="1"
        />
        <rect x={0} y={floorY} width={x(floorIn)} height={11} fill={`url(#${hatch})`} />
        <path d={`M0 ${floorY} H ${x(floorIn)}`} stroke="var(--ink)" strokeWidth="1.4" />
        <Tracks view={view} layout={layout} />
        {view.rail && <Rail rail={view.rail} layout={layout} at={at} />}
        <Carrier view={view} layout={layout} at={at} bottom={bottom} />
        {joints.slice(1).map((upper, place) => {
          const lower = joints[place] ?? upper;
          return (
            <g key={`${place}-section`}>
              <path
                d={`M ${x(lower.x_in)} ${y(lower.z_in)} L ${x(upper.x_in)} ${y(upper.z_in)}`}
                stroke="var(--ink)"
                strokeWidth="8"
              />
              <path
                d={`M ${x(lower.x_in)} ${y(lower.z_in)} L ${x(upper.x_in)} ${y(upper.z_in)}`}
                stroke="var(--sheet)"
                strokeWidth="5"
              />
            </g>
          );
        })}
        {joints.map((joint, place) => (
          <circle
            key={`${place}-joint`}
            cx={x(joint.x_in)}
            cy={y(joint.z_in)}
            r="4"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
        ))}
        {main ? <Chart {...props} layout={layout} /> : <HeightRule layout={layout} doorHeight={doorHeight} />}
        <path
          d={`M ${x(bottom.x_in)} ${y(bottom.z_in)} L ${layout.chartLeft} ${y(position)} ${main ? `H ${layout.chartRight}` : ''}`}
          stroke="var(--action)"
          strokeDasharray="2 4"
          fill="none"
        />
        {readings.map((one, place) => (
          <g key={`${place}-${one.height}`} opacity={one.current ? 1 : 0.45}>
            <circle
              cx={forceX(one.force ?? 0)}
              cy={y(one.height)}
              r="9"
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="1.4"
              strokeDasharray={one.current ? undefined : '2 2'}
            />
            <text x={forceX(one.force ?? 0)} y={y(one.height) + 4} textAnchor="middle" fontSize="10">
              {one.outcome ? MARKS[one.outcome] : '•'}
            </text>
          </g>
        ))}
        <g>
          <circle
            className="grip"
            data-focus-visible={focused || undefined}
            cx={gripX}
            cy={y(position)}
            r="10"
            fill="var(--action)"
            stroke="var(--ground)"
            strokeWidth="2"
          />
          <text
            className={main ? `readout ${told.kind}` : 'readout'}
            x={narrow && main ? layout.chartRight : gripX + 18}
            textAnchor={narrow && main ? 'end' : gripX + 150 > layout.width ? 'end' : 'start'}
            dx={!narrow && gripX + 150 > layout.width ? -36 : 0}
            y={Math.max(58, y(position) - 12)}
          >
            {main ? `${told.text} ${told.mark}` : feet(position)}
          </text>
        </g>
      </svg>
      <HeightSlider
        top={headY}
        bottom={floorY}
        left={gripX}
        doorHeight={doorHeight}
        position={position}
        says={main ? `${feet(position)}: ${told.text} ${told.mark.slice(2)}` : feet(position)}
        onPosition={onPosition}
        onFocusVisible={setFocused}
      />
    </Figure>
  );
}
