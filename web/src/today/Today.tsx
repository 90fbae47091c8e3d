import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { bookingsQuery, callsQuery, followUpsQuery, sessionQuery } from '../api/queries';
import { NearerVisit } from '../bookings/NearerVisit';
import { isOf, isToCome } from '../bookings/standing';
import { ActionLink, LineLink, PlainAnchor, PlainLink } from '../ui/buttons';
import { CallLink, useWorksOnDoors } from '../ui/CallLink';
import { DeferredContent } from '../ui/DeferredContent';
import { daysAfter, inWords, mondayOf, today } from '../ui/dates';
import { Page, Quiet, Row, Stack, Table } from '../ui/layout';
import { lazyPart } from '../ui/lazyPart';
import { Pages } from '../ui/Pages';
import { PageTitle } from '../ui/PageTitle';
import { Progress } from '../ui/Progress';
import { RadioButtons } from '../ui/RadioButtons';
import { useRemembered } from '../ui/remembered';
import { Loading, Trouble } from '../ui/states';
import { clock, day as when } from '../ui/words';
import { Booked } from './Booked';
import { useTakeAlong } from './useTakeAlong';
import { Week } from './Week';

const DayBoard = lazyPart(() => import('../bookings/DayBoard').then((part) => part.DayBoard));
const BookingForm = lazyPart(() => import('../bookings/BookingForm').then((part) => part.BookingForm));

const List = styled.ul`list-style: none; margin: 0; padding: 0;`;
const WHOSE = [
  { id: 'everybody', text: 'Everybody’s' },
  { id: 'mine', text: 'Mine, and nobody’s yet' },
  { id: 'side', text: 'Side by side' },
] as const;

/** What the desk takes along. */
const NONE: Schemas['BookingOut'][] = [];

/** Where do I go next, what must be in the van, and which call do I take up now? */
export function Today() {
  const [params, setParams] = useSearchParams();
  const [changing, setChanging] = useState<Schemas['BookingOut'] | null>(null);
  const works = useWorksOnDoors();
  // The desk sends others: what it opens is everybody side by side.
  const [whose, setWhose] = useRemembered(
    works ? 'today.whose' : 'today.whose.desk',
    works ? ['everybody', 'mine', 'side'] : ['side', 'everybody'],
  );
  const session = useQuery(sessionQuery);
  const day = params.get('day') ?? today();
  const calls = useQuery(callsQuery(params.get('at') ?? ''));
  const due = useQuery(followUpsQuery('', '', daysAfter(today(), 7)));
  const week = useQuery(bookingsQuery(mondayOf(day), 7));
  const ofToday = week.data?.days.find((one) => one.day === today())?.bookings ?? [];
  const mine = ofToday.filter((one) => isOf(one, session.data?.person?.username));
  const along = useTakeAlong(works ? mine : NONE);
  if (changing)
    return (
      <Page>
        <BookingForm
          door={changing.door_key}
          name={changing.door_name}
          booking={changing}
          done={() => setChanging(null)}
        />
      </Page>
    );
  const title = <PageTitle>{day === today() ? `Today, ${inWords(day)}` : inWords(day)}</PageTitle>;
  if (calls.isPending || week.isPending)
    return (
      <Page>
        {title}
        <Loading />
      </Page>
    );
  if (calls.isLoadingError) return <Trouble wrong={calls.error} retry={() => calls.refetch()} />;
  if (week.isLoadingError) return <Trouble wrong={week.error} retry={() => week.refetch()} />;
  const me = session.data?.person?.username ?? '';
  const all = week.data.days.find((one) => one.day === day)?.bookings ?? [];
  const booked = whose === 'mine' ? all.filter((one) => isOf(one, me)) : all;
  const pressing = due.data?.follow_ups.length ?? 0;
  const begun = new Set(week.data.days.flatMap((one) => one.bookings.map((booking) => booking.call_key)));
  const next = booked.find(isToCome);
  const others = calls.data.under_way.filter((call) => !begun.has(call.key));
  return (
    <Page>
      <Row>
        {title}
        <Row>
          {works && <PlainLink to="/practice">Practise</PlainLink>}
          <PlainLink to="/follow-ups">
            {pressing > 0
              ? `Follow-ups: ${due.data?.after ? 'more than ' : ''}${pressing} due within a week`
              : 'Follow-ups'}
          </PlainLink>
          <ActionLink to="/doors">
            {works ? 'Find a door, start or book a call' : 'Find a door, book a call'}
          </ActionLink>
        </Row>
      </Row>
      <DeferredContent>
        <Week days={week.data.days} day={day} show={(next) => setParams(next === today() ? {} : { day: next })} />
        <Stack>
          <Row>
            <RadioButtons
              label="Whose calls"
              flow
              options={works ? WHOSE : WHOSE.filter(({ id }) => id !== 'mine')}
              value={whose}
              pick={setWhose}
            />
            {along && day === today() && (
              <Quiet role="status">
                {along.there < along.of
                  ? `Your day on this device: ${along.there} of ${along.of}`
                  : 'Your day is on this device: it opens without a signal'}
              </Quiet>
            )}
            {booked.length > 0 && (
              <PlainAnchor
                href={`/api/bookings/day.pdf?day=${day}${whose === 'mine' ? `&technician=${me}` : ''}`}
                target="_blank"
                rel="noreferrer"
              >
                Print the day
              </PlainAnchor>
            )}
          </Row>
          {whose === 'side' && <DayBoard day={day} change={setChanging} />}
          {whose !== 'side' && booked.length === 0 && (
            <Quiet>
              Nothing is booked{whose === 'mine' ? ' for you' : ''}. Find the door, open its file and book a call.
            </Quiet>
          )}
          {whose !== 'side' && day === today() && mine.filter(isToCome).length > 1 && <NearerVisit username={me} />}
          {whose !== 'side' && (
            <List>
              {booked.map((one) => (
                <Booked key={one.key} booking={one} next={one === next} change={() => setChanging(one)} />
              ))}
            </List>
          )}
        </Stack>
        {others.length > 0 && (
          <Stack>
            <h2>Under way</h2>
            {others.map((call) => (
              <Row key={call.key}>
                <div>
                  {works ? <LineLink to={`/calls/${call.key}`}>{call.door_name}</LineLink> : <b>{call.door_name}</b>}
                  <Quiet>
                    {call.place} · {call.complaint || 'no complaint entered yet'} · {call.technician}, since{' '}
                    {clock(call.started_at)} {when(call.started_at)}
                  </Quiet>
                </div>
                <Row>
                  <Progress stage={call.stage} />
                  {works && <PlainLink to={`/calls/${call.key}`}>Go on</PlainLink>}
                </Row>
              </Row>
            ))}
            <Pages at={calls.data} show={(at) => setParams({ at })} />
          </Stack>
        )}
        <Stack>
          <h2>Closed last</h2>
          <ClosedCalls calls={calls.data.closed} />
        </Stack>
      </DeferredContent>
    </Page>
  );
}

function ClosedCalls({ calls }: { calls: Schemas['CallRow'][] }) {
  if (calls.length === 0) return <Quiet>No call has been closed yet.</Quiet>;
  return (
    <Table>
      <thead>
        <tr>
          <th>Door</th>
          <th className="wide">Complaint</th>
          <th>Found</th>
          <th className="wide">By</th>
          <th>Closed</th>
        </tr>
      </thead>
      <tbody>
        {calls.map((call) => (
          <tr key={call.key}>
            <td>
              <CallLink call={call} to="/close">
                {call.door_name}
              </CallLink>
            </td>
            <td className="wide">{call.complaint}</td>
            <td>{call.abandoned ? 'abandoned' : call.cause}</td>
            <td className="wide">{call.technician}</td>
            <td>{when(call.closed_at)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
