import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { client, data, newId, Refusal, type Schemas } from '../api/client';
import { stackOn } from '../api/onDoor';
import { doorCallsQuery, doorQuery, springsAgeQuery } from '../api/queries';
import { BookingForm } from '../bookings/BookingForm';
import { BookingsOfDoor } from '../bookings/BookingsOfDoor';
import { BalanceOf } from '../drawing/BalanceOf';
import { InsideView } from '../drawing/InsideView';
import { SavedDrawing } from '../drawing/SavedDrawing';
import { FollowUpsOf } from '../followups/FollowUps';
import { Plain, PlainAnchor, PlainLink } from '../ui/buttons';
import { CallLink, useWorksOnDoors } from '../ui/CallLink';
import { Caution, Facts, Label, Page, Quiet, Row, Sheet, Split, Stack, Table } from '../ui/layout';
import { MainAction } from '../ui/MainAction';
import { PageTitle } from '../ui/PageTitle';
import { Reach } from '../ui/Reach';
import { Loading, Refused, Trouble } from '../ui/states';
import { day } from '../ui/words';
import { BalanceYears } from './BalanceYears';
import { BenchSheets } from './BenchSheets';
import { type Details, DetailsForm } from './DetailsForm';
import { OnBench } from './OnBench';
import { WrongFile } from './WrongFile';

/** What is this door, what hangs on it, and do I start a call? */
export function DoorFile() {
  const { key = '' } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [changing, setChanging] = useState(false);
  const [booking, setBooking] = useState<Schemas['BookingOut'] | 'new' | null>(null);
  const works = useWorksOnDoors();
  const [callKey] = useState(newId);
  const door = useQuery(doorQuery(key));
  const calls = useQuery(doorCallsQuery(key));
  const age = useQuery(springsAgeQuery(key));
  const start = useMutation({
    mutationFn: () =>
      data(client.POST('/api/doors/{key}/calls', { params: { path: { key } }, body: { key: callKey } })),
    onSuccess: (call) => {
      queries.setQueryData(['call', call.key], call);
      queries.invalidateQueries({ queryKey: ['calls'] });
      navigate(`/calls/${call.key}`);
    },
  });
  if (door.isPending) return <Loading />;
  if (door.isLoadingError) return <Trouble wrong={door.error} retry={() => door.refetch()} />;
  const file = door.data;
  const past = calls.data ?? [];
  const underWay = past.some((call) => !call.closed_at);
  if (booking)
    return (
      <Page>
        <BookingForm
          door={file.key}
          name={file.name}
          {...(booking === 'new' ? {} : { booking })}
          done={() => setBooking(null)}
        />
      </Page>
    );
  if (changing) return <ChangeDetails file={file} done={() => setChanging(false)} />;
  return (
    <Page>
      <Row>
        <div>
          <PageTitle>{file.name}</PageTitle>
          <Quiet>{[file.place, file.customer, file.phone].filter(Boolean).join(' · ')}</Quiet>
        </div>
        <Row>
          {!file.put_away && works && <Plain onPress={() => setBooking('new')}>Book a call</Plain>}
          <PlainAnchor href={`/api/doors/${file.key}/label.pdf`} target="_blank" rel="noreferrer">
            Label (PDF)
          </PlainAnchor>
          <PlainAnchor href={`/api/doors/${file.key}/document.json`} download>
            The file as JSON
          </PlainAnchor>
          <Plain onPress={() => setChanging(true)}>Change the details</Plain>
        </Row>
      </Row>
      {file.put_away && (
        <Caution>
          This file was put away: {file.put_away}.{' '}
          {file.merged_into && <Link to={`/doors/${file.merged_into}`}>The file that goes on</Link>}
        </Caution>
      )}
      <Row style={{ justifyContent: 'start' }}>
        <Reach phone={file.phone ?? ''} place={file.place ?? ''} email={file.email ?? ''} />
        {file.customer && (
          <PlainLink to={`/doors?search=${encodeURIComponent(file.customer)}`}>Doors of {file.customer}</PlainLink>
        )}
      </Row>
      {file.access_notes && <p>{file.access_notes}</p>}
      <BookingsOfDoor door={file.key} change={setBooking} />
      <Split $left="minmax(280px, 340px)">
        <Stack $gap={20}>
          <Sheet>
            <Label>On the door</Label>
            {file.said.words ? <p>{file.said.words}</p> : <Quiet>Springs not measured yet.</Quiet>}
            {file.said.wound && <Quiet>wound {file.said.wound}</Quiet>}
            {age.data && <p>{age.data.sentence}</p>}
            {age.data?.left.map((one) => (
              <p key={one.spring}>{one.sentence}</p>
            ))}
          </Sheet>
          <Sheet>
            <Label>Measured</Label>
            {file.facts.length ? (
              <Facts>
                {file.facts.map((fact) => (
                  <div key={fact.field} style={{ display: 'contents' }}>
                    <dt>{fact.label}</dt>
                    <dd>{fact.text}</dd>
                  </div>
                ))}
              </Facts>
            ) : (
              <Quiet>Nothing yet. Start a call and measure the door.</Quiet>
            )}
            {file.facts.length > 0 && <OnBench file={file} />}
          </Sheet>
        </Stack>
        <Stack>
          {file.unreadable.map((text) => (
            <Caution key={text}>Cannot be read: {text} Measure it again on a call.</Caution>
          ))}
          {file.wrong && <Caution>{file.wrong}</Caution>}
          <SavedDrawing name="door-from-inside">
            <InsideView
              measured={file.record.measured ?? {}}
              said={file.said}
              plates={stackOn(file.record.on_door)?.plates}
            />
          </SavedDrawing>
          {file.setup && (
            <BalanceOf setup={file.setup} hung={file.hung} label="as on file" railIn={file.said.rail_in} />
          )}
        </Stack>
      </Split>
      <BalanceYears door={file.key} />
      {!file.put_away && <FollowUpsOf door={file.key} />}
      <BenchSheets door={file.key} />
      <Stack>
        <h2>History</h2>
        <History calls={past} />
      </Stack>
      <Changes changes={file.changes} />
      <WrongFile file={file} />
      {start.isError && <Refused wrong={start.error} />}
      {works ? (
        <MainAction onPress={() => start.mutate()} isDisabled={start.isPending || file.put_away !== ''}>
          {file.put_away ? 'Put away' : underWay ? 'Go on with the call' : 'Start call'}
        </MainAction>
      ) : (
        <MainAction onPress={() => setBooking('new')} isDisabled={file.put_away !== ''}>
          {file.put_away ? 'Put away' : 'Book a call'}
        </MainAction>
      )}
    </Page>
  );
}

function History({ calls }: { calls: Schemas['CallRow'][] }) {
  if (!calls.length) return <Quiet>No calls at this door yet.</Quiet>;
  return (
    <Table>
      <thead>
        <tr>
          <th>Date</th>
          <th>Complaint</th>
          <th>Found</th>
          <th className="wide">By</th>
        </tr>
      </thead>
      <tbody>
        {calls.map((call) => (
          <tr key={call.key}>
            <td>
              <CallLink call={call} to={call.closed_at ? '/close' : ''}>
                {day(call.started_at)}
              </CallLink>
            </td>
            <td>{call.complaint || '–'}</td>
            <td>{call.abandoned ? 'abandoned' : call.cause || (call.closed_at ? '–' : 'under way')}</td>
            <td className="wide">{call.technician}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** Who changed what in this file. */
function Changes({ changes }: { changes: Schemas['ChangeOut'][] }) {
  if (!changes.length) return null;
  return (
    <Stack>
      <h2>Changes to this file</h2>
      <Table>
        <tbody>
          {changes.map((change) => (
            <tr key={change.at}>
              <td>{day(change.at)}</td>
              <td>
                {change.by} {change.says}
              </td>
              <td className="wide">{Object.keys(change.what).join(', ').replaceAll('_', ' ')}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Stack>
  );
}

function ChangeDetails({ file, done }: { file: Schemas['DoorFile']; done: () => void }) {
  const { name, place, customer, phone, email, access_notes } = file;
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (details: Details) =>
      data(
        client.PUT('/api/doors/{key}', {
          params: { path: { key: file.key } },
          body: { ...details, version: file.version },
        }),
      ),
    onSuccess: (changed) => {
      queries.setQueryData(doorQuery(file.key).queryKey, changed);
      queries.invalidateQueries({ queryKey: ['doors'] });
      done();
    },
  });
  const stale =
    change.error instanceof Refusal && change.error.problem.code === 'stale' ? change.error.problem.current : null;
  const reload = () => queries.invalidateQueries({ queryKey: ['door', file.key] }).then(done);
  return (
    <Page>
      <Row>
        <PageTitle>Change the details</PageTitle>
        <Plain onPress={done}>Cancel</Plain>
      </Row>
      <DetailsForm
        first={{ name, place, customer, phone, email, access_notes }}
        save={change.mutate}
        saving={change.isPending}
        wrong={change.error}
      >
        {stale ? (
          <Sheet>
            <p>Somebody changed this file meanwhile. It now says:</p>
            <Facts>
              {Object.entries(stale as Record<string, string | number>)
                .filter(([name]) => name !== 'version')
                .map(([name, value]) => (
                  <div key={name} style={{ display: 'contents' }}>
                    <dt>{name.replace('_', ' ')}</dt>
                    <dd>{value || '–'}</dd>
                  </div>
                ))}
            </Facts>
            <Plain onPress={reload}>Take what it says now</Plain>
          </Sheet>
        ) : null}
      </DetailsForm>
    </Page>
  );
}
