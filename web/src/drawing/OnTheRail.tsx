import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { feet, tape } from '../ui/words';
import { useWidth } from './useWidth';

const Figure = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; }
  text { font: 600 14px Barlow, sans-serif; fill: var(--ink); } .quiet { fill: var(--quiet); } .in-the-way { fill: var(--stop); font-weight: 600; }
  .arm { stroke: var(--action); stroke-width: 2; } .arm.past { opacity: 0.45; stroke-width: 1.4; } .rail { stroke: var(--ink); stroke-width: 4; }
  .track { fill: none; stroke: var(--edge); stroke-width: 3; } .door { fill: none; stroke: var(--ink); stroke-width: 6; } .open { opacity: 0.3; }
  .line { stroke: var(--edge); stroke-width: 1.2; stroke-dasharray: 6 4; } .measure { stroke: var(--ink); stroke-width: 1; }`;
const [LEFT, TOP, FOOT, BEYOND_IN] = [96, 30, 24, 14];

type Props = {
  placement: Schemas['PlacementAnswer'];
  view: Schemas['SideViewAnswer'];
  ceiling: number | null;
};

/** The door on its track, the rail above it, and the arm at every six inches of its travel: to scale. */
export function OnTheRail({ placement, view, ceiling }: Props) {
  const [ref, width] = useWidth<HTMLElement>(760);
  const reach = (placement.reach_in ?? view.back_in) + BEYOND_IN;
  const top = Math.max(placement.bracket_in, ceiling ?? 0, view.top_in) + 4;
  const scale = Math.min((width - LEFT - 16) / reach, 430 / top);
  const height = top * scale + TOP + FOOT;
  const x = (inches: number) => LEFT + inches * scale;
  const y = (inches: number) => height - FOOT - inches * scale;
  const points = (places: Schemas['Place'][]) => places.map((one) => `${x(one.x_in)},${y(one.z_in)}`).join(' ');
  const arms = placement.arm?.at ?? [];
  const closed = view.joints[0] ?? [];
  const open = view.joints.at(-1) ?? [];
  const rail = y(placement.bracket_in);
  const level = view.tracks[0]?.at(-1)?.z_in ?? placement.highest_in;
  return (
    <Figure ref={ref}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Fitting drawing: header bracket at ${feet(placement.bracket_in)}, the arm at every height`}
      >
        <line className="measure" x1={0} x2={width} y1={y(0)} y2={y(0)} />
        {ceiling !== null && (
          <>
            <line className="measure" x1={x(0)} x2={width} y1={y(ceiling)} y2={y(ceiling)} />
            <text className="quiet" x={width - 8} y={y(ceiling) - 5} textAnchor="end">
              ceiling {feet(ceiling)}
            </text>
          </>
        )}
        {view.tracks.map((line) => (
          <polyline key={line.map((one) => one.x_in + one.z_in).join()} className="track" points={points(line)} />
        ))}
        <polyline className="door open" points={points(open)} />
        <polyline className="door" points={points(closed)} />
        <line className="line" x1={x(0)} x2={x(reach)} y1={y(placement.highest_in)} y2={y(placement.highest_in)} />
        <text className="quiet" x={x(reach) - 4} y={y(level) + 24} textAnchor="end">
          highest point of travel {feet(placement.highest_in)}
        </text>
        <line className="rail" x1={x(0)} x2={x(reach)} y1={rail} y2={rail} />
        {arms.map((one, place) => (
          <g key={one.position_in}>
            <line
              className={place ? 'arm past' : 'arm'}
              x1={x(one.door.x_in)}
              y1={y(one.door.z_in)}
              x2={x(one.trolley.x_in)}
              y2={rail}
            />
            <circle cx={x(one.trolley.x_in)} cy={rail} r={place ? 2.5 : 5} fill="var(--action)" />
          </g>
        ))}
        <rect x={x(0) - 8} y={rail - 9} width={10} height={18} fill="var(--ink)" />
        <line className="measure" x1={x(0) - 26} x2={x(0) - 26} y1={y(0)} y2={rail} />
        <text x={x(0) - 30} y={(y(0) + rail) / 2} textAnchor="end">
          {feet(placement.bracket_in)}
        </text>
        {placement.arm && arms[0] && (
          <text x={x(arms[0].trolley.x_in) + 8} y={rail - 10}>
            arm {tape(placement.arm.use_in)}, {Math.round(placement.arm.closed_deg)}° closed
          </text>
        )}
      </svg>
    </Figure>
  );
}
