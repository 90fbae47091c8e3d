import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { booksQuery, callsBehindQuery } from '../api/queries';
import { LinkButton, PlainAnchor } from '../ui/buttons';
import { today } from '../ui/dates';
import { Quiet, Row, Sheet, Stack, Table } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Trouble } from '../ui/states';
import { day } from '../ui/words';

type Behind = Omit<Parameters<typeof callsBehindQuery>[0], 'since' | 'until'> & { title: string };
type Ask = (behind: Behind) => void;

/** A length beside its number, on one scale for the table. */
const Bar = styled.span<{
  $part: number;
}>`display: block; height: 10px; width: ${({ $part }) => `${100 * $part}%`}; background: var(--action); min-width: 2px;`;
const Narrow = styled.td`width: 28%;`;
const Figures = styled(Table)`td { vertical-align: middle; padding-block: 0; height: 48px; }`;
const SPANS = [
  { id: '3', text: 'Three months' },
  { id: '12', text: 'A year' },
  { id: '60', text: 'Five years' },
] as const;

function monthsBack(months: number): string {
  const [year = 0, month = 1] = today().split('-').map(Number);
  const first = new Date(year, month - months, 1, 12);
  return `${first.getFullYear()}-${String(first.getMonth() + 1).padStart(2, '0')}-01`;
}

const percent = (part: number, whole: number) => (whole ? `${Math.round((100 * part) / whole)} %` : '–');
const minutes = (value: number) => `${Math.round(value)} min`;

/** What keeps coming back, what takes longer than we say, and what do we have to do twice? */
export function Books() {
  const [params, setParams] = useSearchParams();
  const span = SPANS.find(({ id }) => id === params.get('months'))?.id ?? '12';
  const months = { since: monthsBack(Number(span)), until: today() };
  const [behind, setBehind] = useState<Behind | null>(null);
  const found = useQuery(booksQuery(months.since, months.until));
  if (found.isPending) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { total, uncounted } = found.data;
  return (
    <Stack $gap={24}>
      <Row>
        <RadioButtons
          label="Of how long"
          flow
          options={SPANS}
          value={span}
          pick={(id) => {
            setBehind(null);
            setParams({ months: id });
          }}
        />
        <PlainAnchor href={`/api/insight/calls.csv?since=${months.since}&until=${months.until}`} download>
          Every call as CSV
        </PlainAnchor>
      </Row>
      <p>
        <b>{total.calls === 1 ? '1 call' : `${total.calls} calls`}</b>.{' '}
        <LinkButton onPress={() => setBehind({ title: 'Call-backs', only: 'backs' })}>
          {total.backs === 1 ? '1 call-back' : `${total.backs} call-backs`}
        </LinkButton>{' '}
        ({percent(total.backs, total.calls)}){total.backs > 0 && `, ${total.same} of them for the same cause`}. On{' '}
        <LinkButton onPress={() => setBehind({ title: 'Calls with a proof that failed first', only: 'failed_first' })}>
          {total.failed_first} of {total.proved}
        </LinkButton>{' '}
        calls with proofs one failed first ({percent(total.failed_first, total.proved)}).
      </p>
      {uncounted > 0 && (
        <Quiet>{uncounted} calls from before are not counted yet; some more are each time this is opened.</Quiet>
      )}
      {behind && <CallsBehind {...behind} {...months} />}
      {total.calls === 0 ? (
        <Quiet>No call was closed in these months.</Quiet>
      ) : (
        <>
          <Causes rows={found.data.causes} ask={setBehind} />
          <Complaints rows={found.data.complaints} ask={setBehind} />
          <Work rows={found.data.work} ask={setBehind} />
          <Months rows={found.data.months} />
          <Quiet>
            A call-back is a call at the same door within 60 days for the same cause, or for what carries the door, on
            which we had worked. Minutes are from begin to close, of calls that were not left over night. Nothing here
            is counted by person.
          </Quiet>
        </>
      )}
    </Stack>
  );
}

/** How many calls a row is of, and the way to them. */
function Calls({ of, open }: { of: { calls: number; text: string }; open: () => void }) {
  return (
    <LinkButton aria-label={`${of.calls} calls: ${of.text}`} onPress={open}>
      {of.calls}
    </LinkButton>
  );
}

function Causes({ rows, ask }: { rows: Schemas['CauseRow'][]; ask: Ask }) {
  const most = Math.max(...rows.map((one) => one.calls), 1);
  return (
    <Stack role="group" aria-label="What was found">
      <h2>What was found</h2>
      <Figures>
        <thead>
          <tr>
            <th>Cause</th>
            <th className="wide">Carried by</th>
            <th>Calls</th>
            <th className="wide">
              <span className="sr">Drawn</span>
            </th>
            <th>Call-backs</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((one) => (
            <tr key={`${one.cause} ${one.carrier}`}>
              <td>{one.text}</td>
              <td className="wide">{one.carrier}</td>
              <td>
                <Calls of={one} open={() => ask({ title: one.text, cause: one.cause, carrier: one.carrier })} />
              </td>
              <Narrow className="wide">
                <Bar $part={one.calls / most} />
              </Narrow>
              <td>{one.backs > 0 ? `${one.backs} (${percent(one.backs, one.calls)})` : '–'}</td>
            </tr>
          ))}
        </tbody>
      </Figures>
    </Stack>
  );
}

function Complaints({ rows, ask }: { rows: Schemas['ComplaintRow'][]; ask: Ask }) {
  return (
    <Stack role="group" aria-label="How long it takes">
      <h2>How long it takes</h2>
      <Figures>
        <thead>
          <tr>
            <th>What the customer says</th>
            <th>Calls</th>
            <th>On average</th>
            <th>Reckoned with</th>
            <th className="wide">Difference</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((one) => (
            <tr key={one.complaint}>
              <td>{one.text}</td>
              <td>
                <Calls of={one} open={() => ask({ title: one.text, complaint: one.complaint })} />
              </td>
              <td>{minutes(one.mean_min)}</td>
              <td>{minutes(one.reckoned_min)}</td>
              <td className="wide">
                {Math.round(one.over_min) === 0
                  ? 'as reckoned'
                  : `${minutes(Math.abs(one.over_min))} ${one.over_min > 0 ? 'longer' : 'shorter'}`}
              </td>
            </tr>
          ))}
        </tbody>
      </Figures>
    </Stack>
  );
}

function Work({ rows, ask }: { rows: Schemas['WorkRow'][]; ask: Ask }) {
  return (
    <Stack role="group" aria-label="What came of the work">
      <h2>What came of the work</h2>
      <Figures>
        <thead>
          <tr>
            <th>Worked on</th>
            <th>Calls</th>
            <th>Called back</th>
            <th>A proof failed first</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((one) => (
            <tr key={one.work}>
              <td>{one.text}</td>
              <td>
                <Calls of={one} open={() => ask({ title: one.text, work: (one.work || 'none') as Behind['work'] })} />
              </td>
              <td>
                {one.backs} ({percent(one.backs, one.calls)})
              </td>
              <td>
                {one.failed_first} ({percent(one.failed_first, one.calls)})
              </td>
            </tr>
          ))}
        </tbody>
      </Figures>
    </Stack>
  );
}

function Months({ rows }: { rows: Schemas['MonthRow'][] }) {
  const most = Math.max(...rows.map((one) => one.calls), 1);
  return (
    <Stack role="group" aria-label="Month by month">
      <h2>Month by month</h2>
      <Figures>
        <thead>
          <tr>
            <th>Month</th>
            <th>Calls</th>
            <th className="wide">
              <span className="sr">Drawn</span>
            </th>
            <th>Call-backs</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((one) => (
            <tr key={one.month}>
              <td>
                {new Date(`${one.month}T12:00:00`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' })}
              </td>
              <td>{one.calls}</td>
              <Narrow className="wide">
                <Bar $part={one.calls / most} />
              </Narrow>
              <td>{one.backs || '–'}</td>
            </tr>
          ))}
        </tbody>
      </Figures>
    </Stack>
  );
}

/** The calls behind a figure, newest first. */
function CallsBehind({ title, ...asked }: Behind & { since: string; until: string }) {
  const found = useQuery(callsBehindQuery(asked));
  return (
    <Sheet role="group" aria-label="The calls behind it">
      <Stack $gap={6}>
        <h2>{title}</h2>
        {found.isPending && <Loading />}
        {found.isError && !found.data && <Trouble wrong={found.error} retry={() => found.refetch()} />}
        {found.data?.map((one) => (
          <Row key={one.key}>
            <Link to={`/calls/${one.key}/close`} style={{ minHeight: 48, display: 'flex', alignItems: 'center' }}>
              {one.door_name}
            </Link>
            <Quiet>
              {day(one.closed_at)} · {one.cause || 'nothing found'}
              {one.minutes !== null && ` · ${one.minutes} min of ${one.expected_min}`}
              {one.back_for === 'same' && ' · the same cause again'}
              {one.back_for === 'our_work' && ' · after our own work'}
            </Quiet>
            {one.back_of && <Link to={`/calls/${one.back_of}/close`}>The call before</Link>}
          </Row>
        ))}
        {found.data?.length === 60 && <Quiet>The newest 60. The CSV has all of them.</Quiet>}
      </Stack>
    </Sheet>
  );
}
