import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { practiceRunQuery } from '../../api/practiceQueries';
import { callFindingQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { SearchMarks } from '../../drawing/SearchMarks';
import { LinkButton, Plain } from '../../ui/buttons';
import { Caution, Label, Quiet, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { Refused, Trouble } from '../../ui/states';
import { feet } from '../../ui/words';
import type { Call } from '../useCall';
import { Instrument } from './Instruments';
import { unadvised } from './useAdvice';

type Deed = Schemas['Deed'];
type Site = Schemas['PracticeSite'];
const Frame = styled.section`background: var(--sheet); border: 1px solid var(--edge); padding: 14px; display: grid; gap: 14px; align-content: start; min-width: 0;
  h2 { font-size: 22px; }`;
const Seen = styled.div`border-left: 4px solid var(--action); padding: 4px 0 4px 12px; display: grid; gap: 6px; b { font-size: 18px; }`;
const Acts = styled.div`display: grid; gap: 6px; button { justify-content: start; text-align: left; }`;
const Heights = styled.div`display: flex; flex-wrap: wrap; gap: 6px; button { min-width: 64px; }`;
/** Where there is no room beside the page, one is in the garage or on the page. */
const GoIn = styled(Plain)`@media (min-width: 1001px) { display: none; }`;
const Here = styled.ul`margin: 0; padding-left: 18px; color: var(--quiet); font-size: 15px;`;
const WAYS = [
  { id: 'let_go', text: 'Let it go' },
  { id: 'pull', text: 'Hook gauge' },
] as const;

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
  const [part, setPart] = useState<string | null>(null);
  const [way, setWay] = useState<'let_go' | 'pull'>('let_go');
  const [isWhole, setIsWhole] = useState(false);
  const [isInside, setIsInside] = useState(false);
  const done = useMutation({
    mutationFn: (body: Deed) => data(client.POST('/api/practice/{key}/deeds', { params: { path: { key } }, body })),
    onSuccess: (site) => queries.setQueryData(query.queryKey, (before) => before && { ...before, site }),
  });
  const act = (kind: Deed['kind'], what: string, height_in = 0) => done.mutate({ kind, what, height_in });
  if (run.isLoadingError) return <Trouble wrong={run.error} retry={() => run.refetch()} />;
  if (!run.data) return <Frame aria-label="The practice garage" aria-busy="true" />;
  const { site, graded, lesson } = run.data;
  if (!site)
    return (
      <Frame aria-label="The practice garage">
        <Quiet>This run has as many entries as it takes.</Quiet>
        <Link to={`/practice/${key}`}>End this run and see how it went</Link>
      </Frame>
    );
  const measured = Object.fromEntries(call.state.measured.map((one) => [one.field, one.value]));
  const isAdvised = run.data.run.helped === 'all';
  const parts = unadvised(finding.data?.finding.parts ?? [], isAdvised);
  const here = parts.find((one) => one.part === part);
  const asked = finding.data?.finding.next[0];
  const last = site.seen.at(-1);
  const isOver = Boolean(graded);
  return (
    <Frame aria-label="The practice garage" data-open={isInside}>
      <Stack $gap={4}>
        <h2>In the garage</h2>
        <Quiet>
          {lesson ? `${lesson.aim} ` : ''}
          {site.customer} {site.minutes > 0 && `${site.minutes} ${site.minutes === 1 ? 'minute' : 'minutes'} so far.`}
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
            <Stack $gap={8} role="group" aria-label="Look">
              <Label>Look</Label>
              {asked && isAdvised && stage === 'find' && !here && (
                <Acts>
                  <Plain onPress={() => act('look', asked.check)}>{asked.ask}</Plain>
                </Acts>
              )}
              <InsideView
                marked
                small
                measured={measured}
                said={call.state.said}
                over={(place) => (
                  <SearchMarks
                    place={place}
                    parts={parts}
                    chosen={part}
                    choose={(touched) => setPart(part === touched ? null : touched)}
                  />
                )}
              />
              {here && (
                <Acts>
                  {here.checks.map((one) => (
                    <Plain key={one.check} onPress={() => act('look', one.check)}>
                      {one.ask}
                    </Plain>
                  ))}
                </Acts>
              )}
            </Stack>
          )}
          {stage === 'measure' && (
            <Stack $gap={8} role="group" aria-label="Measure the door">
              <Label>Tape and scale</Label>
              <Acts>
                {[...site.sizes]
                  .sort((one, other) => Number(other.is_missing) - Number(one.is_missing))
                  .map((one) => (
                    <Plain key={one.field} onPress={() => act('measure', one.field)}>
                      {one.label}
                    </Plain>
                  ))}
              </Acts>
            </Stack>
          )}
          {stage === 'prove' && (
            <Stack $gap={8} role="group" aria-label="Try the door">
              <Label>The door, by hand to</Label>
              <RadioButtons label="What you do there" flow options={WAYS} value={way} pick={setWay} />
              <Heights>
                {site.heights_in.map((inches) => (
                  <Plain key={inches} onPress={() => act(way, '', inches)}>
                    {feet(inches)}
                  </Plain>
                ))}
              </Heights>
              <Label>Try a proof</Label>
              <Acts>
                {call.state.proofs.slice(0, isWhole ? undefined : 2).map((one) => (
                  <Plain key={one.id} onPress={() => act('prove', one.id)}>
                    {one.title}
                  </Plain>
                ))}
                <LinkButton aria-expanded={isWhole} onPress={() => setIsWhole(!isWhole)}>
                  {isWhole ? 'Fewer proofs' : 'Every proof'}
                </LinkButton>
              </Acts>
            </Stack>
          )}
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

type ByHandProps = {
  site: Site;
  call: Call;
  stage: string;
  wanted: string[];
  act: (kind: Deed['kind'], what: string) => void;
};

/** What can be done by hand: what is asked for here first, the rest behind a touch. */
function ByHand({ site, call, stage, wanted, act }: ByHandProps) {
  const [isWhole, setIsWhole] = useState(false);
  const main = call.state.main[stage as keyof typeof call.state.main];
  const first = new Set([
    ...(main?.gates ?? []),
    ...(stage === 'find' ? wanted : []),
    ...(call.state.work?.gates ?? []),
  ]);
  if (stage === 'arrive') first.add('hands_on');
  const left = site.to_do.filter((one) => !one.is_so);
  const shown = isWhole ? left : left.filter((one) => first.has(one.group));
  const falsely = site.to_do.filter((one) => one.stated && !one.is_so);
  return (
    <Stack $gap={8} role="group" aria-label="Do it by hand">
      <Label>Do</Label>
      {falsely.length > 0 && (
        <Quiet>Stated and not so: {falsely.map((one) => one.title.toLowerCase()).join('; ')}.</Quiet>
      )}
      <Acts>
        {shown.map((one) => (
          <Plain key={one.gate} onPress={() => act('do', one.gate)}>
            {one.title}
          </Plain>
        ))}
      </Acts>
      <LinkButton aria-expanded={isWhole} onPress={() => setIsWhole(!isWhole)}>
        {isWhole ? 'Only what is asked for here' : 'Everything that can be done by hand'}
      </LinkButton>
    </Stack>
  );
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
