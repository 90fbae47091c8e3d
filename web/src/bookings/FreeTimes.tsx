import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { deskQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { inWords, spell } from '../ui/dates';
import { Caution, Quiet, Sheet, Stack } from '../ui/layout';
import { clockOf, minuteOf, quarterFrom, STEP_MIN } from './dayMove';
import type { Wish } from './wish';

const Line = styled.div`display: grid; grid-template-columns: 140px minmax(0, 1fr); gap: 8px; align-items: center;
  > div { display: flex; flex-wrap: wrap; gap: 6px; }
  @media (max-width: 599px) { grid-template-columns: minmax(0, 1fr); gap: 2px; }`;
/** So long a window is promised where there is room for it, and no shorter one, nor more of them than one looks through [min]. */
const [PROMISED_MIN, SHORTEST_MIN, MOST] = [120, 15, 4];

type Props = { door: string; wish: Wish; proposed: string; set: (part: Partial<Wish>) => void };

/** The windows that can be promised when one begins somewhere between, one after another: in whole quarters of an hour. */
export function promisedIn({ from_minute, until_minute }: Schemas['FreeWindow']): { from: number; until: number }[] {
  const first = quarterFrom(from_minute);
  const last = quarterFrom(until_minute - STEP_MIN + 1);
  return Array.from({ length: MOST }, (_, place) => first + place * PROMISED_MIN)
    .map((from) => ({ from, until: Math.min(from + PROMISED_MIN, last) }))
    .filter(({ from, until }) => until - from >= SHORTEST_MIN);
}

/** Who is free for this call on its day, and what booking it so would do. `proposed` is the key it is or will be booked under. */
export function FreeTimes({ door, wish, proposed, set }: Props) {
  const known = /^\d{4}-\d{2}-\d{2}$/.test(wish.day);
  const wanted = { door, complaint: wish.complaint, instead_of: proposed };
  const free = useQuery({ ...deskQuery({ day: wish.day, wanted }), enabled: known });
  const isWhole = Boolean(wish.from_time) === Boolean(wish.until_time);
  const isAhead = !wish.from_time || !wish.until_time || minuteOf(wish.from_time) < minuteOf(wish.until_time);
  const effect = useQuery({
    ...deskQuery({ day: wish.day, proposal: { ...wish, key: proposed, door } }),
    enabled: known && isWhole && isAhead && wish.technician !== '',
  });
  if (free.isError && !free.data) return <Quiet>Who is free is told once there is a connection.</Quiet>;
  if (!known || !free.data) return null;
  const whose = effect.data?.people.find((one) => one.username === wish.technician);
  return (
    <Sheet role="group" aria-label="Who is free">
      <Stack>
        <h2>Who is free for {spell(free.data.wanted_minutes ?? 0)}</h2>
        {free.data.people.map((person) => {
          const windows = person.free.flatMap(promisedIn);
          return (
            <Line key={person.username}>
              <b>{person.name}</b>
              <div>
                {windows.map(({ from, until }) => (
                  <Plain
                    key={from}
                    aria-label={`${person.name}, ${clockOf(from)} to ${clockOf(until)}`}
                    onPress={() =>
                      set({ technician: person.username, from_time: clockOf(from), until_time: clockOf(until) })
                    }
                  >
                    {clockOf(from)}–{clockOf(until)}
                  </Plain>
                ))}
                {windows.length === 0 && <Quiet>no room left on this day</Quiet>}
              </div>
            </Line>
          );
        })}
        <div aria-live="polite">
          {wish.technician !== '' &&
            whose?.warnings.map((one) => <Caution key={one.key + one.kind}>{one.sentence}</Caution>)}
          {free.data.at_door.map((one) => (
            <Caution key={one.key}>
              This door is booked already: {inWords(one.day)}, {one.window}, {one.technician_name || 'nobody yet'}.
            </Caution>
          ))}
        </div>
      </Stack>
    </Sheet>
  );
}
