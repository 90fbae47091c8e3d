import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { practiceRunQuery } from '../../api/practiceQueries';
import { callFindingQuery } from '../../api/queries';
import { LinkButton, Plain } from '../../ui/buttons';
import { Caution, Quiet, Stack } from '../../ui/layout';
import { Refused, Trouble } from '../../ui/states';
import type { Call } from '../useCall';
import { ByHand } from './ByHand';
import type { Act, Deed, Site } from './deeds';
import { Instrument } from './Instruments';
import { LookAt } from './LookAt';
import { MeasureDoor } from './MeasureDoor';
import { TryDoor } from './TryDoor';
import { unadvised } from './useAdvice';

const Frame = styled.section`background: var(--sheet); border: 1px solid var(--edge); padding: 14px; display: grid; gap: 14px; align-content: start; min-width: 0;
  > :first-child h2 { font-size: 22px; }`;
const Seen = styled.div`border-left: 4px solid var(--action); padding: 4px 0 4px 12px; display: grid; gap: 6px; b { font-size: 18px; }`;
/** Where there is no room beside the page, one is in the garage or on the page. */
const GoIn = styled(Plain)`@media (min-width: 1001px) { display: none; }`;
const Here = styled.ul`margin: 0; padding-left: 18px; color: var(--quiet); font-size: 15px;`;

/** What is to be read off an instrument by who looks at it. */
function toRead(seen: Schemas['DeedSeen']): string {
  if (seen.force_lb?.length) return 'Read the two needles.';
  if (typeof seen.tape_in === 'number') return 'Read the tape where it ends.';
  if (typeof seen.scale_lb === 'number') return 'Read the scale once it has settled.';
  return seen.receiver ? 'Read the two lights.' : '';
}

/** What do I look at or do next in this garage, and what do I see? */
export function Garage({ call, stage }: { call: Call; stage: string }) {
  const { key, entries } = call.call;
  const queries = useQueryClient();
  const query = practiceRunQuery(key, entries);
  const run = useQuery(query);
  const finding = useQuery({ ...callFindingQuery(key, entries, false), enabled: call.state.complaint !== null });
  const [isInside, setIsInside] = useState(false);
  const done = useMutation({
    mutationFn: (body: Deed) => data(client.POST('/api/practice/{key}/deeds', { params: { path: { key } }, body })),
    onSuccess: (site) => queries.setQueryData(query.queryKey, (before) => before && { ...before, site }),
  });
  const underWay = useRef('');
  const act: Act = (kind, what, height_in = 0) => {
    const deed = `${kind} ${what} ${height_in}`;
    // A double tap is one look.
    if (underWay.current === deed) return;
    underWay.current = deed;
    const isOver = () => {
      underWay.current = '';
    };
    done.mutate({ kind, what, height_in }, { onSettled: isOver });
  };
  if (run.isLoadingError) return <Trouble wrong={run.error} retry={() => run.refetch()} />;
  if (!run.data) return <Frame aria-label="The practice garage" aria-busy="true" />;
  const { site, report, lesson } = run.data;
  if (!site)
    return (
      <Frame aria-label="The practice garage">
        <Quiet>This run has as many entries as it takes.</Quiet>
        <Link to={`/practice/${key}`}>End this run and see how it went</Link>
      </Frame>
    );
  const isAdvised = run.data.run.advice === 'all';
  const parts = unadvised(finding.data?.finding.parts ?? [], isAdvised);
  const asked = finding.data?.finding.next[0];
  const last = site.seen.at(-1);
  const isOver = Boolean(report);
  return (
    <Frame aria-label="The practice garage" data-open={isInside}>
      <Stack $gap={4}>
        <h2>In the garage</h2>
        {lesson && <Quiet>{lesson.aim}</Quiet>}
        <Quiet>
          {site.customer}
          {site.minutes > 0 && ` · ${site.minutes} ${site.minutes === 1 ? 'minute' : 'minutes'} so far`}
        </Quiet>
      </Stack>
      {site.harms.length > 0 && <Harm site={site} />}
      <Seen role="status" aria-label="What you see">
        {last ? (
          <>
            <Quiet>{last.title}</Quiet>
            <Instrument seen={last} />
            {/* A needle is read by who sees it; who does not is told what it shows. */}
            <b>{toRead(last) || last.refused || last.says}</b>
          </>
        ) : (
          <Quiet>Nothing looked at yet. Touch a part, or do one of the things below.</Quiet>
        )}
      </Seen>
      {done.isError && <Refused wrong={done.error} />}
      <GoIn aria-expanded={isInside} onPress={() => setIsInside(!isInside)}>
        {isInside ? 'Back to the page' : 'Go into the garage'}
      </GoIn>
      {isOver ? (
        <Link to={`/practice/${key}`}>How it went</Link>
      ) : (
        <Stack className="within" $gap={14}>
          <ByHand site={site} call={call} stage={stage} wanted={finding.data?.main.gates ?? []} act={act} />
          {parts.length > 0 && (
            <LookAt call={call} parts={parts} asked={isAdvised && stage === 'find' ? asked : undefined} act={act} />
          )}
          {stage === 'measure' && <MeasureDoor site={site} act={act} />}
          {stage === 'prove' && <TryDoor site={site} call={call} act={act} />}
          {site.hint && <Hint says={site.hint} />}
          <Here aria-label="Plain to see">
            {site.here.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </Here>
          <Link to={`/practice/${key}`}>End this run and see how it went</Link>
        </Stack>
      )}
    </Frame>
  );
}

function Harm({ site }: { site: Site }) {
  const harm = site.harms[0];
  return harm ? (
    <Caution role="alert">
      {harm.says} What would have happened: {harm.would} What stands against it: {harm.against}
    </Caution>
  ) : null;
}

function Hint({ says }: { says: string }) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <div>
      <LinkButton aria-expanded={isOpen} onPress={() => setIsOpen(!isOpen)}>
        A hint
      </LinkButton>
      {isOpen && <Quiet>{says}</Quiet>}
    </div>
  );
}
