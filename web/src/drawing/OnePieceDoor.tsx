import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { Dimension, type Dimensions, InARow, Line } from './Dimension';
import { useWidth } from './useWidth';

const Figure = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; } [role='button'] { cursor: pointer; }
  .panel { stroke: var(--ink); stroke-width: 6; fill: none; } .past { opacity: 0.28; } .arm { stroke: var(--action); stroke-width: 3; fill: none; }
  .weight { fill: var(--steel); stroke: var(--ink); } .floor, .track { stroke: var(--edge); fill: none; }`;
const [TALLEST, FOOT, HEAD] = [330, 20, 40];
/** Room for the numbers on either side; a phone has little. */
const ROOM = { wide: [150, 150], narrow: [104, 36] } as const;

type Standing = Schemas['Standing'];
type Props = { stands: Standing[]; height: number; dimensions: Dimensions };

/** A one-piece door from the side, closed, half-way and open, to scale; its numbers are touched to type them. */
export function OnePieceDoor({ stands, height, dimensions }: Props) {
  const [ref, width] = useWidth<HTMLElement>(700);
  const spots = stands.flatMap((one) => [one.bottom, one.top, ...(one.weight ? [one.weight] : [])]);
  const [least, most] = [Math.min(...spots.map((one) => one.x_in)), Math.max(...spots.map((one) => one.x_in))];
  const [before, after] = width < 500 ? ROOM.narrow : ROOM.wide;
  const scale = Math.min((TALLEST - FOOT - HEAD) / height, (width - before - after) / Math.max(most - least, 1));
  const high = height * scale + FOOT + HEAD;
  const wall = before - least * scale;
  const x = (inches: number) => wall + inches * scale;
  const y = (inches: number) => high - FOOT - inches * scale;
  const line = (...places: Schemas['Spot'][]) => places.map((one) => `${x(one.x_in)},${y(one.z_in)}`).join(' ');
  const is = (name: string) => dimensions.get(name)?.current ?? false;
  const [closed] = stands;
  if (!closed) return null;
  const { pivot, bracket, weight } = closed;
  const left = x(least) - 26;
  const half = stands[1] ?? closed;
  const between = (one: Schemas['Spot'], other: Schemas['Spot']): [number, number] => [
    (x(one.x_in) + x(other.x_in)) / 2,
    (y(one.z_in) + y(other.z_in)) / 2,
  ];
  return (
    <Figure ref={ref}>
      <svg viewBox={`0 0 ${width} ${high}`} height={high} role="group" aria-label="The one-piece door from the side">
        <path className="floor" d={`M 0 ${y(0)} H ${width}`} />
        <path className="track" d={`M ${x(0)} ${y(height)} H ${x(most)}`} strokeWidth="4" />
        {stands.map((one, place) => (
          <g key={one.bracket.z_in} className={place ? 'past' : ''}>
            <polyline className="panel" points={line(one.bottom, one.top)} />
            <polyline className="arm" points={line(one.bracket, one.pivot, ...(one.weight ? [one.weight] : []))} />
            {one.weight && (
              <rect className="weight" x={x(one.weight.x_in) - 9} y={y(one.weight.z_in) - 9} width="18" height="18" />
            )}
          </g>
        ))}
        <circle cx={x(pivot.x_in)} cy={y(pivot.z_in)} r="6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
        <circle cx={x(bracket.x_in)} cy={y(bracket.z_in)} r="4" fill="var(--ink)" />
        <Line from={[left, y(0)]} to={[left, y(height)]} strong={is('height_in')} />
        <Dimension dimensions={dimensions} name="height_in" short="height" at={[left - 40, y(height / 2)]} />
        <Dimension dimensions={dimensions} name="weight_lb" short="weight" at={[x(0) + 46, y(height) - 24]} />
        <Dimension
          dimensions={dimensions}
          name="arm_pivot_in"
          short="pivot"
          at={[x(pivot.x_in) + 46, y(pivot.z_in) - 4]}
        />
        <Dimension
          dimensions={dimensions}
          name="arm_bracket_in"
          short="bracket"
          at={[x(bracket.x_in) + 46, y(bracket.z_in) - 6]}
        />
        <Dimension dimensions={dimensions} name="arm_in" short="arm" at={between(half.bracket, half.pivot)} />
        {weight ? (
          <InARow
            dimensions={dimensions}
            names={[
              ['pivot_weight_lb', 'weights'],
              ['pivot_weight_arm_in', 'weight arm'],
            ]}
            at={[Math.min(x(half.weight?.x_in ?? 0) + 84, width - 66), y(pivot.z_in) + 40]}
          />
        ) : (
          <InARow
            dimensions={dimensions}
            names={[
              ['pivot_lug_in', 'lug'],
              ['pivot_anchor_in', 'anchor'],
            ]}
            at={[x(0) + 150, y(pivot.z_in) + 34]}
          />
        )}
      </svg>
    </Figure>
  );
}
