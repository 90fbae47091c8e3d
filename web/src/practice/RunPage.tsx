import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { client, data, type Schemas } from '../api/client';
import { practiceRunQuery } from '../api/practiceQueries';
import { callQuery } from '../api/queries';
import { type InsidePlace, InsideView } from '../drawing/InsideView';
import { AT } from '../drawing/partPlaces';
import { Action, LinkButton, Plain, PlainLink } from '../ui/buttons';
import { Caution, Facts, Label, Page, Quiet, Row, Split, Stack } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Refused, Trouble } from '../ui/states';

type Report = Schemas['PracticeReport'];
const Best = styled.ol`margin: 0; padding-left: 26px; display: grid; gap: 10px; font-size: 18px; button { font-size: 15px; }`;
const Moment = styled.div`min-height: 7em; display: grid; gap: 4px; align-content: start; &.harm { border-left: 4px solid var(--stop); padding-left: 12px; }`;
const WHOSE = [
  { id: 'mine', text: 'Your run' },
  { id: 'good', text: 'A good technician’s' },
] as const;

/** How did it go, and what do I do better next time? */
export function RunPage() {
  const { key = '' } = useParams();
  const queries = useQueryClient();
  const call = useQuery(callQuery(key));
  const query = practiceRunQuery(key, call.data?.entries ?? 0);
  const run = useQuery({ ...query, enabled: Boolean(call.data) });
  const end = useMutation({
    mutationFn: () => data(client.POST('/api/practice/{key}/end', { params: { path: { key } } })),
    onSuccess: (told) => {
      queries.setQueryData(query.queryKey, told);
      void queries.invalidateQueries({ queryKey: ['practice'], exact: true });
    },
  });
  if (run.isLoadingError) return <Trouble wrong={run.error} retry={() => run.refetch()} />;
  if (call.isLoadingError) return <Trouble wrong={call.error} retry={() => call.refetch()} />;
  if (!run.data || !call.data) return <Loading />;
  const { report, lesson } = run.data;
  const title = <PageTitle>{run.data.run.title}</PageTitle>;
  if (!report)
    return (
      <Page>
        {title}
        <p>
          End this run? Nothing more can be done on this door then; how it went is worked out against a good
          technician’s way, which takes a few seconds.
        </p>
        <Row style={{ justifyContent: 'start' }}>
          <Action isDisabled={end.isPending} onPress={() => end.mutate()}>
            {end.isPending ? 'One moment' : 'End it'}
          </Action>
          <PlainLink to={`/calls/${key}`}>Go on with it</PlainLink>
        </Row>
        {end.isError && <Refused wrong={end.error} />}
      </Page>
    );
  return (
    <Page>
      <Row>
        <div>
          {title}
          <Quiet>{lesson?.aim}</Quiet>
        </div>
        <Row>
          <Plain onPress={() => print()}>Print</Plain>
          <PlainLink to="/practice">Practise again</PlainLink>
        </Row>
      </Row>
      <Outcome report={report} call={call.data} />
    </Page>
  );
}

function Outcome({ report, call }: { report: Report; call: Schemas['CallOut'] }) {
  const { grade } = report;
  const [whose, setWhose] = useState<'mine' | 'good'>('mine');
  const [at, setAt] = useState(0);
  const frames = whose === 'mine' ? report.frames : report.good;
  const open = (moment: number) => {
    setWhose('mine');
    setAt(moment);
  };
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={18}>
        <h2>{grade.sentence}</h2>
        {grade.harms.map((one) => (
          <Caution key={one.moment}>
            {one.says} {one.would}
          </Caution>
        ))}
        {grade.better.length > 0 && (
          <Stack>
            <Label>To do better</Label>
            <Best>
              {grade.better.map((one) => (
                <li key={one.says}>
                  {one.says} <LinkButton onPress={() => open(one.moment)}>See where</LinkButton>
                </li>
              ))}
            </Best>
          </Stack>
        )}
        <Facts>
          {grade.causes.map((one) => (
            <Cause key={one.text} cause={one} />
          ))}
          <dt>Balance left behind</dt>
          <dd>{grade.left_words || 'nothing carries the door'}</dd>
          <dt>Looks</dt>
          <dd>
            {grade.looks}, a good technician’s {grade.good_looks}
          </dd>
          <dt>Minutes</dt>
          <dd>
            {grade.minutes}, a good technician’s {grade.good_minutes}
          </dd>
          <dt>Not proved</dt>
          <dd>{grade.unproved.length === 0 ? 'nothing' : grade.unproved.join(' ')}</dd>
          <dt>Told the customer</dt>
          <dd>{grade.told || 'nothing'}</dd>
        </Facts>
      </Stack>
      <Playback
        frames={frames}
        at={Math.min(at, frames.length - 1)}
        go={setAt}
        whose={whose}
        setWhose={(next) => {
          setWhose(next);
          setAt(0);
        }}
        call={call}
      />
    </Split>
  );
}

function Cause({ cause }: { cause: Schemas['CauseSeen'] }) {
  const became = cause.there
    ? cause.found
      ? cause.cured
        ? 'found and put right'
        : 'found, not put right'
      : cause.cured
        ? 'put right, never called found'
        : 'not found'
    : 'called found, and was not there';
  return (
    <>
      <dt>{cause.text}</dt>
      <dd>{became}</dd>
    </>
  );
}

/** Where on the door it was. */
function Spot({ place, at: [inches, up] }: { place: InsidePlace; at: [number, number] }) {
  return <circle cx={place.x(inches)} cy={place.y(up)} r="16" fill="none" stroke="var(--action)" strokeWidth="4" />;
}

type PlaybackProps = {
  frames: Report['frames'];
  at: number;
  go: (at: number) => void;
  whose: 'mine' | 'good';
  setWhose: (whose: 'mine' | 'good') => void;
  call: Schemas['CallOut'];
};

/** The run moment by moment, each at its part of the door. */
function Playback({ frames, at, go, whose, setWhose, call }: PlaybackProps) {
  const frame = frames[at];
  const measured = Object.fromEntries(call.state.measured.map((one) => [one.field, one.value]));
  const spot = frame?.at ? AT[frame.at] : undefined;
  return (
    <Stack role="group" aria-label="Played back">
      <RadioButtons label="Whose run" flow options={WHOSE} value={whose} pick={setWhose} />
      <InsideView
        small
        marked
        measured={measured}
        said={call.state.said}
        over={(place) => spot && <Spot place={place} at={spot(place.width, place.height)} />}
      />
      {frame && (
        <Moment className={frame.is_harm ? 'harm' : ''} role="status">
          <Quiet>
            {at + 1} of {frames.length}, minute {Math.ceil(frame.minutes)}
          </Quiet>
          <b>{frame.title}</b>
          <span>{frame.says}</span>
        </Moment>
      )}
      <Row style={{ justifyContent: 'start' }}>
        <Plain isDisabled={at <= 0} onPress={() => go(at - 1)}>
          Back
        </Plain>
        <Plain isDisabled={at >= frames.length - 1} onPress={() => go(at + 1)}>
          Next
        </Plain>
      </Row>
    </Stack>
  );
}
