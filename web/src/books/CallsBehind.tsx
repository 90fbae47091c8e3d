import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { type Behind, callsBehindQuery } from '../api/booksQueries';
import { Quiet, Row, Sheet, Stack } from '../ui/layout';
import { Loading, Trouble } from '../ui/states';
import { day } from '../ui/words';

/** The calls behind a figure, newest first. */
export function CallsBehind({ title, ...asked }: Behind & { title: string }) {
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
