import type { InsidePlace } from './InsideView';
import { AT } from './partPlaces';
import { Beside } from './SearchMarks';

const RADIUS = 26;

/** Where this step is done: a ring round the part, and everything else quiet. */
export function StepMark({ place, at }: { place: InsidePlace; at: string }) {
  const where = AT[at];
  if (!where) return null;
  const [inches, up] = where(place.width, place.height);
  // A mark of the search stands beside what it names; a step's is round it.
  const [x, y] = [place.x(inches), at === 'springs' || at === 'drums' ? place.shaftY : place.y(up)];
  return (
    <g pointerEvents="none">
      <Beside place={place} />
      <circle cx={x} cy={y} r={RADIUS} fill="none" stroke="var(--sheet)" strokeWidth="9" />
      <circle cx={x} cy={y} r={RADIUS} fill="none" stroke="var(--action)" strokeWidth="4" />
    </g>
  );
}
