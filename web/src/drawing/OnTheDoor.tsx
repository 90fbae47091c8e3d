import { Dimension, type Dimensions, InARow, Line, type Named } from './Dimension';
import type { InsidePlace } from './InsideView';

/** The door's own numbers where they are measured, drawn over the inside view. */
export function OnTheDoor({ place, dimensions }: { place: InsidePlace; dimensions: Dimensions }) {
  const { x, y, width, height, shaftY, floor, pixels } = place;
  const below = floor + 32;
  const beside = Math.min(x(width + 10) + 12, pixels - 34);
  const middle = x(width / 2);
  const is = (name: string) => dimensions.get(name)?.current ?? false;
  const box = (name: string, short: string, at: [number, number]) => (
    <Dimension dimensions={dimensions} name={name} short={short} at={at} />
  );
  return (
    <g>
      <Line from={[x(0), below]} to={[x(width), below]} strong={is('width_in')} />
      <Line from={[beside, y(0)]} to={[beside, y(height)]} strong={is('height_in')} />
      {box('width_in', 'width', [middle, below])}
      {box('height_in', 'height', [beside, y(height / 2)])}
      {box('weight_lb', 'weight', [middle, y(height * 0.5)])}
      {box('cable_in', 'cable', [x(0) + 10, y(height * 0.36)])}
      {box('side_left_in', 'side', [x(-4), y(height * 0.14)])}
      {box('side_right_in', 'side', [x(width + 4), y(height * 0.14)])}
      <InARow dimensions={dimensions} names={ABOVE} at={[pixels / 2, shaftY - 46]} />
      <InARow dimensions={dimensions} names={ON_THE_DOOR} at={[middle, y(height * 0.84)]} />
      <InARow dimensions={dimensions} names={BELOW} at={[middle, y(height * 0.2)]} />
    </g>
  );
}

/** Along the shaft, whatever turns on it or hangs beside it. */
const ABOVE: readonly Named[] = [
  ['drum_diameter_in', 'drum'],
  ['wire_in', 'wire'],
  ['inside_diameter_in', 'inside'],
  ['length_in', 'length'],
  ['spring_count', 'springs'],
  ['class_lb', 'class'],
  ['open_stretch_in', 'stretch'],
  ['safety_cables', 'safety cables'],
  ['hub_core_in', 'hub'],
  ['strap_in', 'strap'],
  ['hub_turns', 'strap on the hub'],
];
const ON_THE_DOOR: readonly Named[] = [
  ['section_count', 'sections'],
  ['counterbalance', 'carried by'],
  ['thickness_in', 'thick'],
];
const BELOW: readonly Named[] = [
  ['quarter_turns_now', 'turns on them'],
  ['large_plates', 'large plates'],
  ['small_plates', 'small plates'],
  ['headroom_in', 'headroom'],
];
