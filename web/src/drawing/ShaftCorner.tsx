import { useId } from 'react';
import { Dimension, type Dimensions, InARow, Line } from './Dimension';
import { Hatch } from './Hatch';

const WIDE = 720;
const TALL = 400;
/** Where things stand on the sheet, in its pixels: ceiling, shaft, floor, door's edge, end plate, the shaft's end, side wall. */
const [CEILING, SHAFT, FLOOR, EDGE, PLATE, END, SIDE] = [34, 120, 352, 232, 258, 330, 440];
/** The same corner from the side, right of it: the wall, and the shaft before it. */
const [WALL, SHAFT_SIDE] = [530, 600];

/** The corner where an opener on the shaft would sit, from inside and from the side, with the numbers that decide it. */
export function ShaftCorner({ dimensions }: { dimensions: Dimensions }) {
  const hatch = useId();
  const is = (name: string) => dimensions.get(name)?.current ?? false;
  const box = (name: string, short: string, at: [number, number]) => (
    <Dimension dimensions={dimensions} name={name} short={short} at={at} />
  );
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL}`}
      style={{ width: '100%', maxWidth: 900, cursor: 'pointer' }}
      role="group"
      aria-label="The end of the shaft, from inside and from the side"
    >
      <Hatch id={hatch} />
      <path d={`M0 0H${WIDE}V${CEILING}H0Z`} fill={`url(#${hatch})`} />
      <path d={`M${SIDE} ${CEILING}H${SIDE + 22}V${FLOOR}H${SIDE}Z`} fill={`url(#${hatch})`} />
      <path d={`M${WALL - 24} ${CEILING}H${WALL}V${SHAFT + 60}H${WALL - 24}Z`} fill={`url(#${hatch})`} />
      <path
        d={`M0 ${CEILING}H${WIDE}M0 ${FLOOR}H${SIDE}V${CEILING}M${WALL} ${CEILING}V${FLOOR}H${WIDE}`}
        stroke="var(--ink)"
        fill="none"
      />
      <g fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4">
        <path d={`M0 ${SHAFT + 62}H${EDGE}V${FLOOR - 6}H0Z`} />
        <path d={`M0 ${SHAFT + 118}H${EDGE}M0 ${SHAFT + 174}H${EDGE}`} />
        <path d={`M${WALL + 8} ${SHAFT + 62}h12V${FLOOR - 6}h-12Z`} />
        <path d={`M0 ${SHAFT - 7}H${END}v14H0Z`} />
        <path d={`M${PLATE} ${SHAFT - 40}h8v80h-8Z`} />
        <path d={`M${EDGE - 34} ${SHAFT - 26}h30v52h-30Z`} />
        <circle cx={SHAFT_SIDE} cy={SHAFT} r="26" />
        <circle cx={SHAFT_SIDE} cy={SHAFT} r="7" />
      </g>
      <path
        d={`M${EDGE - 28} ${SHAFT + 26}V${FLOOR - 10}M${SHAFT_SIDE - 26} ${SHAFT}V${FLOOR - 10}`}
        stroke="var(--steel)"
        strokeWidth="2.5"
      />
      <path
        d={`M${END - 44} ${SHAFT - 30}h48v130h-48Z`}
        fill="none"
        stroke="var(--action)"
        strokeDasharray="6 4"
        strokeWidth="1.6"
      />
      <Line from={[END + 30, CEILING]} to={[END + 30, SHAFT]} strong={is('shaft_to_ceiling_in')} />
      <Line from={[PLATE + 8, SHAFT + 52]} to={[END, SHAFT + 52]} strong={is('shaft_past_plate_in')} />
      <Line from={[END, SHAFT + 14]} to={[SIDE, SHAFT + 14]} strong={is('shaft_end_to_side_in')} />
      <Line from={[WALL, SHAFT + 44]} to={[SHAFT_SIDE, SHAFT + 44]} strong={is('shaft_to_wall_in')} />
      {box('shaft_to_ceiling_in', 'to ceiling', [END + 62, (CEILING + SHAFT) / 2])}
      {box('shaft_past_plate_in', 'past the plate', [(PLATE + END) / 2 + 6, SHAFT + 76])}
      {box('shaft_end_to_side_in', 'to side', [(END + SIDE) / 2, SHAFT + 42])}
      {box('shaft_to_wall_in', 'to wall', [(WALL + SHAFT_SIDE) / 2 + 56, SHAFT + 50])}
      {box('outlet_in', 'outlet', [SIDE - 48, FLOOR - 96])}
      {box('bottom_gap_in', 'light under', [EDGE + 66, FLOOR - 20])}
      <InARow dimensions={dimensions} names={ON_THE_SHAFT} at={[108, SHAFT - 46]} />
      <InARow dimensions={dimensions} names={ON_THE_DOOR} at={[116, SHAFT + 90]} />
      <InARow dimensions={dimensions} names={AS_IT_RUNS} at={[116, SHAFT + 146]} />
      <InARow dimensions={dimensions} names={BESIDE} at={[WALL + 92, SHAFT - 54]} />
    </svg>
  );
}

const ON_THE_SHAFT = [
  ['shaft_diameter_in', 'shaft'],
  ['shaft_sound', 'sound'],
  ['drum_diameter_in', 'drum'],
] as const;
const ON_THE_DOOR = [
  ['width_in', 'width'],
  ['height_in', 'height'],
  ['sectional', 'sectional'],
] as const;
const AS_IT_RUNS = [
  ['balanced', 'balanced'],
  ['free', 'runs free'],
  ['shaft_wander_in', 'wanders'],
] as const;
const BESIDE = [
  ['cable_over_top', 'over the top'],
  ['wound_as_usual', 'as usual'],
] as const;
