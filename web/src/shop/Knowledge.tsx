import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, data, type Schemas } from '../api/client';
import { faultsQuery } from '../api/queries';
import { PlainLink } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Page, Quiet, Row, Table, Two } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Select } from '../ui/Select';
import { Loading, Trouble } from '../ui/states';

const SOURCES: Record<string, string> = {
  practice: 'common practice',
  memory: 'from memory',
  estimate: 'an estimate',
};

/** What does the fault finder know, and where does it have it from? */
export function Knowledge() {
  const [words, setWords] = useState('');
  const [complaint, setComplaint] = useState('');
  const faults = useQuery(faultsQuery);
  const likely = useQuery({
    queryKey: ['likely', complaint],
    queryFn: () => data(client.POST('/api/bench/find', { body: { complaint } })),
    enabled: complaint !== '',
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (faults.isPending) return <Loading />;
  if (faults.isLoadingError) return <Trouble wrong={faults.error} retry={() => faults.refetch()} />;
  const shares = new Map(
    complaint ? (likely.data?.causes ?? []).map((one) => [one.cause, one.probability] as const) : [],
  );
  const asked = new Map(faults.data.checks.map((one) => [one.id, one]));
  const found = faults.data.causes
    .filter((one) => !complaint || shares.has(one.id))
    .filter((one) => `${one.text} ${one.part} ${one.cure}`.toLowerCase().includes(words.trim().toLowerCase()))
    .sort((a, b) => (shares.get(b.id) ?? 0) - (shares.get(a.id) ?? 0));
  return (
    <Page>
      <Row>
        <div>
          <PageTitle>What the fault finder knows</PageTitle>
          <Quiet>
            {faults.data.complaints.length} complaints, {faults.data.checks.length} checks, {faults.data.causes.length}{' '}
            causes. The maker’s manual and local codes come first.
          </Quiet>
        </div>
        <PlainLink to="/shop">Shop</PlainLink>
      </Row>
      <Two>
        <Field label="Search" hint="Cause, part or cure" value={words} onChange={setWords} />
        <Select
          label="With a complaint"
          value={complaint}
          none="Every cause"
          options={faults.data.complaints}
          pick={setComplaint}
        />
      </Two>
      <Table>
        <thead>
          <tr>
            <th>Cause</th>
            {complaint && <th>Likely before a look</th>}
            <th>What confirms it</th>
            <th className="wide">What cures it</th>
            <th className="wide">Known from</th>
          </tr>
        </thead>
        <tbody>
          {found.map((one) => (
            <tr key={one.id}>
              <td>
                {one.text}
                <Quiet>{one.part.replaceAll('_', ' ')}</Quiet>
              </td>
              {complaint && <td>{Math.round((shares.get(one.id) ?? 0) * 100)} %</td>}
              <td>{confirms(one, asked)}</td>
              <td className="wide">{one.cure}</td>
              <td className="wide">{SOURCES[one.source] ?? one.source}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {found.length === 0 && <Quiet>Nothing known fits. Try fewer letters.</Quiet>}
    </Page>
  );
}

function confirms(cause: { confirmed_by: string[] }, asked: Map<string, Schemas['CheckOut']>): string {
  const [check, outcome] = cause.confirmed_by;
  const there = asked.get(check ?? '');
  return `${there?.text ?? check} ${there?.outcomes.find((one) => one.id === outcome)?.text ?? outcome}.`;
}
