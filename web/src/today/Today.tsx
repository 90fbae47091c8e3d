import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { callsQuery } from '../api/queries';
import { ActionLink, PlainLink } from '../ui/buttons';
import { Page, Quiet, Row, Stack, Table } from '../ui/layout';
import { Loading, Trouble } from '../ui/states';
import { clock, day } from '../ui/words';

/** Which call do I take up now? */
export function Today() {
  const calls = useQuery(callsQuery);
  if (calls.isPending) return <Loading />;
  if (calls.isError) return <Trouble wrong={calls.error} retry={() => calls.refetch()} />;
  const { under_way, closed } = calls.data;
  return (
    <Page>
      <Row>
        <h1>Today</h1>
        <ActionLink to="/doors">Find a door, start a call</ActionLink>
      </Row>
      <Stack>
        <h2>Under way</h2>
        {under_way.length === 0 && <Quiet>No call is under way. Find the door, open its file and start one.</Quiet>}
        {under_way.map((call) => (
          <Row key={call.key}>
            <div>
              <Link to={`/calls/${call.key}`}>{call.door_name}</Link>
              <Quiet>
                {call.place} · {call.complaint || 'no complaint entered yet'} · {call.technician}, since{' '}
                {clock(call.started_at)} {day(call.started_at)}
              </Quiet>
            </div>
            <PlainLink to={`/calls/${call.key}`}>Go on</PlainLink>
          </Row>
        ))}
      </Stack>
      <Stack>
        <h2>Closed last</h2>
        <ClosedCalls calls={closed} />
      </Stack>
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
              <Link to={`/calls/${call.key}/close`}>{call.door_name}</Link>
            </td>
            <td className="wide">{call.complaint}</td>
            <td>{call.cause}</td>
            <td className="wide">{call.technician}</td>
            <td>{day(call.closed_at)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
