import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { type Behind, booksQuery } from '../api/booksQueries';
import { LinkButton, PlainAnchor } from '../ui/buttons';
import { today } from '../ui/dates';
import { Quiet, Row, Stack } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Trouble } from '../ui/states';
import { CallMinutes } from './CallMinutes';
import { CallsBehind } from './CallsBehind';
import { CauseMonths } from './CauseMonths';
import { percent } from './FigureTable';
import { FinderBooks } from './FinderBooks';
import { FoundCauses } from './FoundCauses';
import { MonthTable } from './MonthTable';
import { Outcomes } from './Outcomes';

export type Asked = Omit<Behind, 'since' | 'until'> & { title: string };

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

/** What keeps coming back, what takes longer than we say, and what do we have to do twice? */
export function Books() {
  const [params, setParams] = useSearchParams();
  const span = SPANS.find(({ id }) => id === params.get('months'))?.id ?? '12';
  const months = { since: monthsBack(Number(span)), until: today() };
  const [behind, setBehind] = useState<Asked | null>(null);
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
      {found.data.to_add_up > 0 && (
        <p role="status">
          Adding up: {found.data.to_add_up === 1 ? '1 month is' : `${found.data.to_add_up} months are`} still to come.
        </p>
      )}
      {behind && <CallsBehind {...behind} {...months} />}
      {total.calls === 0 ? (
        <Quiet>No call was closed in these months.</Quiet>
      ) : (
        <>
          <FoundCauses rows={found.data.causes} ask={setBehind} />
          <CauseMonths months={found.data.months.map((one) => one.month)} rows={found.data.cause_months} />
          <CallMinutes rows={found.data.complaints} ask={setBehind} />
          <Outcomes books={found.data} ask={setBehind} />
          <FinderBooks books={found.data} ask={setBehind} />
          <MonthTable rows={found.data.months} />
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
