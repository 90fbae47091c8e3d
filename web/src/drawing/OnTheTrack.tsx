import { useId } from 'react';
import { Dimension, type Dimensions, InARow, Line } from './Dimension';
import { Hatch } from './Hatch';

const WIDE = 300;
const TALL = 250;
const SCALE = 4.2;
const WALL = 78;
const TOP = 176;

type Props = { dimensions: Dimensions; radius: number; rise: number; vertical: boolean };

/** The corner where the track leaves the wall, to scale, with the numbers that are measured there. */
export function OnTheTrack({ dimensions, radius, rise, vertical }: Props) {
  const hatch = useId();
  const x = (inches: number) => WALL + inches * SCALE;
  const y = (inches: number) => TOP - inches * SCALE;
  const high = Math.max(rise, radius + 1);
  const is = (name: string) => dimensions.get(name)?.current ?? false;
  const path = vertical
    ? `M${x(0)} ${TALL}V8`
    : `M${x(0)} ${TALL}V${y(high - radius)}A${radius * SCALE} ${radius * SCALE} 0 0 1 ${x(radius)} ${y(high)}H${WIDE}`;
  const box = (name: string, short: string, at: [number, number]) => (
    <Dimension dimensions={dimensions} name={name} short={short} at={at} />
  );
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL}`}
      width={WIDE}
      style={{ maxWidth: '100%' }}
      role="group"
      aria-label="The track from the side"
    >
      <Hatch id={hatch} />
      <rect x={x(-7)} y="8" width={4.5 * SCALE} height={TOP - 8} fill={`url(#${hatch})`} stroke="var(--edge)" />
      <rect
        x={x(-2)}
        y={TOP}
        width={1.8 * SCALE}
        height={TALL - TOP}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <path d={path} stroke="var(--steel)" strokeWidth="7" fill="none" />
      {!vertical && (
        <>
          <Line from={[x(radius + 5), TOP]} to={[x(radius + 5), y(high)]} strong={is('rise_in')} />
          <path d={`M${x(0)} ${TOP}H${x(radius + 8)}`} stroke="var(--line)" />
          <path
            d={`M${x(radius)} ${y(high - radius)}L${x(radius * 0.29)} ${y(high - radius * 0.29)}`}
            stroke={is('radius_in') ? 'var(--action)' : 'var(--ink)'}
            strokeWidth={is('radius_in') ? 3 : 1.2}
          />
        </>
      )}
      <InARow
        dimensions={dimensions}
        names={[
          ['radius_in', 'radius'],
          ['lift', 'lift'],
        ]}
        at={[WIDE / 2 + 24, y(high) - 28]}
      />
      {box('rise_in', 'track above', [Math.min(x(radius + 5) + 56, WIDE - 56), TOP - 22])}
      {box('high_lift_in', 'high lift', [x(6) + 40, TOP + 26])}
      {box('listed_drum', 'drum from the list', [WIDE - 82, TALL - 20])}
    </svg>
  );
}
