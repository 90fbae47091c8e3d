import type { Schemas } from '../api/client';
import { Facts } from '../ui/layout';
import { clockOf } from './dayMove';

/** When can each begin, by their day as it stands? */
export function RoomFor({ people }: { people: Schemas['DeskPerson'][] }) {
  const begins = ({ from_minute, until_minute }: Schemas['FreeWindow']) =>
    from_minute === until_minute ? clockOf(from_minute) : `${clockOf(from_minute)} to ${clockOf(until_minute)}`;
  return (
    <Facts aria-live="polite">
      {people.map((person) => [
        <dt key={`${person.username} who`}>{person.name}</dt>,
        <dd key={`${person.username} when`}>
          {person.free.length ? `can begin ${person.free.map(begins).join(', ')}` : 'no room left on this day'}
        </dd>,
      ])}
    </Facts>
  );
}
