import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { deskQuery } from '../api/queries';
import { useWorksOnDoors } from '../ui/CallLink';
import { spell } from '../ui/dates';
import { Quiet, Stack } from '../ui/layout';
import { Select } from '../ui/Select';
import { Loading, Trouble } from '../ui/states';
import { BoardVisit } from './BoardVisit';
import { clockOf, gapsOf, hoursOf, moved, partOf } from './dayMove';
import { MovedBooking } from './MovedBooking';
import { RoomFor } from './RoomFor';
import { isToCome } from './standing';
import { TapeOfHours } from './TapeOfHours';
import { type Wish, wishOf } from './wish';

type Booking = Schemas['BookingOut'];
/** How long a call may take that there is room for [min]. */
const ROOMS = [30, 45, 60, 90, 120, 180];
type Picked = { booking: Booking; wish: Wish };

const Lane = styled.section`display: grid; grid-template-columns: 148px minmax(0, 1fr); gap: 12px; border-top: 1px solid var(--line); padding: 8px 0;
  h2 { font: 600 20px/1.1 'Barlow Condensed', sans-serif; margin: 0; }
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); gap: 6px; }`;
const Asked = styled.div`display: grid; grid-template-columns: 200px minmax(0, 1fr); gap: 12px 28px; align-items: end; padding-bottom: 12px;
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); }`;
/** To scale along the day; on a phone one under another, in order. */
const Strip = styled.div`position: relative; height: 92px;
  @media (max-width: 700px) { height: auto; display: grid; gap: 4px; }`;
const Loose = styled.div`display: flex; flex-wrap: wrap; gap: 6px; min-height: 64px;`;
const Road = styled.span`position: absolute; top: 20px; height: 62px; background: repeating-linear-gradient(45deg, transparent 0 4px, var(--line) 4px 5.3px);
  @media (max-width: 700px) { display: none; }`;
const Free = styled.span`position: absolute; top: 20px; height: 62px; display: grid; place-items: center; color: var(--quiet); font-size: 15px; overflow: hidden; text-align: center;
  .times { display: none; }
  @media (max-width: 700px) { position: static; width: auto !important; height: auto; place-items: center start; padding: 4px 10px; .times { display: inline; } }`;

/** Whom do I send, and which window do I tell the customer? */
export function DayBoard({ day, change }: { day: string; change: (booking: Booking) => void }) {
  const [picked, setPicked] = useState<Picked | null>(null);
  const [focused, setFocused] = useState('');
  const works = useWorksOnDoors();
  const navigate = useNavigate();
  // What is begun goes on at the call; the desk sees the door.
  const placeOf = ({ door_key, call_key }: Booking) =>
    works && call_key ? `/calls/${call_key}` : `/doors/${door_key}`;
  const strip = useRef<HTMLDivElement>(null);
  const proposal = picked && { ...picked.wish, key: picked.booking.key, door: picked.booking.door_key };
  const [room, setRoom] = useState('');
  const wanted = room ? { minutes: Number(room), complaint: 'check' } : null;
  const found = useQuery(deskQuery({ day, ...(proposal && { proposal }), ...(wanted && { wanted }) }));
  useEffect(() => setPicked((now) => (now?.booking.day === day ? now : null)), [day]);
  useEffect(() => {
    // Moved to somebody else it is drawn anew there: the keyboard goes with it.
    if (found.data && focused && document.activeElement === document.body)
      document.getElementById(`visit-${focused}`)?.focus();
  }, [found.data, focused]);
  if (found.isPending) return <Loading />;
  if (found.isError && !found.data) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { people, unassigned } = found.data;
  const hours = hoursOf(found.data);
  const usernames = people.map((one) => one.username);
  const move = (booking: Booking, plannedMinute: number) => (minutes: number, lanes: number) => {
    const from = picked?.booking.key === booking.key ? picked : { booking, wish: wishOf(booking) };
    setFocused(booking.key);
    setPicked({ ...from, wish: moved(from.wish, minutes, lanes, usernames, plannedMinute) });
  };
  const visit = ({ booking, planned }: Schemas['DeskVisit'], lane = '') => (
    <BoardVisit
      key={booking.key}
      booking={booking}
      planned={planned}
      hours={hours}
      isPicked={picked?.booking.key === booking.key}
      isHelp={lane !== '' && booking.helper === lane}
      strip={strip}
      move={move(booking, planned?.start_minute ?? found.data.opens_minute)}
      putBack={() => setPicked(null)}
      open={() => (isToCome(booking) ? change(booking) : navigate(placeOf(booking)))}
    />
  );
  const whose = picked && people.find((one) => one.username === picked.wish.technician);
  return (
    <Stack $gap={0} role="group" aria-label="The day side by side">
      {picked && (
        <MovedBooking
          booking={picked.booking}
          wish={picked.wish}
          whose={whose?.name ?? 'nobody yet'}
          warnings={whose?.warnings ?? []}
          change={() => change(picked.booking)}
          letGo={(key) => setPicked((now) => (now?.booking.key === key ? null : now))}
        />
      )}
      <Asked>
        <Select
          label="Who is free for"
          none="Not asked"
          value={room}
          pick={setRoom}
          options={ROOMS.map((minutes) => ({ id: String(minutes), text: spell(minutes) }))}
        />
        {wanted && <RoomFor people={people} />}
      </Asked>
      <TapeOfHours hours={hours} day={found.data} />
      {people.map((person, place) => (
        <Lane key={person.username} aria-label={person.name}>
          <div>
            <h2>{person.name}</h2>
            <Quiet>
              {person.visits.length
                ? `${spell(person.work_min)} at doors, ${spell(person.travel_min)} on the road`
                : 'nothing booked'}
            </Quiet>
            {person.nearer && <Quiet>{person.nearer.sentence}</Quiet>}
          </div>
          <Strip ref={place === 0 ? strip : undefined}>
            {person.visits.map(
              ({ planned }) =>
                planned &&
                planned.travel_min > 0 && (
                  <Road
                    key={planned.key}
                    style={partOf(hours, planned.start_minute - planned.travel_min, planned.start_minute)}
                  />
                ),
            )}
            {gapsOf(person, found.data).map(({ from, until }) => (
              <Free key={from} style={{ ...partOf(hours, from, until), order: from }}>
                <span>
                  <span className="times">
                    {clockOf(from)}–{clockOf(until)}{' '}
                  </span>
                  {spell(until - from)} free
                </span>
              </Free>
            ))}
            {person.visits.map((one) => visit(one, person.username))}
          </Strip>
        </Lane>
      ))}
      {unassigned.length > 0 && (
        <Lane aria-label="Nobody yet">
          <h2>Nobody yet</h2>
          <Loose>{unassigned.map((one) => visit(one))}</Loose>
        </Lane>
      )}
    </Stack>
  );
}
