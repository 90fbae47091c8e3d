import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import styled from 'styled-components';
import { client, data, type Schemas } from '../api/client';
import { crewPracticeQuery, practiceRunsQuery } from '../api/practiceQueries';
import { sessionQuery } from '../api/queries';
import { useBeginPractice } from '../ui/beginPractice';
import { Action, Choice, LineLink, Plain, PlainLink } from '../ui/buttons';
import { Label, Page, Quiet, Row, Split, Stack, Table } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { useRemembered } from '../ui/remembered';
import { Loading, Refused, Trouble } from '../ui/states';
import { day } from '../ui/words';

const Lessons = styled.ol`margin: 0; padding: 0; list-style: none; border-top: 1px solid var(--edge);
  li { display: grid; grid-template-columns: 34px minmax(0, 1fr) auto; gap: 2px 12px; align-items: center; padding: 8px 0; border-bottom: 1px solid var(--line); }
  b { font: 600 22px/1.1 'Barlow Condensed', sans-serif; } i { font: 600 22px 'Barlow Condensed', sans-serif; color: var(--quiet); }`;
const Asked = styled.div`display: flex; flex-wrap: wrap; gap: 6px; button { width: auto; min-height: 48px; padding-inline: 14px; }`;
const ADVICE = [
  { id: 'all', text: 'All advice' },
  { id: 'hints', text: 'A hint on request' },
  { id: 'none', text: 'Nothing' },
] as const;

/** Which door do I practise on now? */
export function Practice() {
  const practice = useQuery(practiceRunsQuery);
  const session = useQuery(sessionQuery);
  const begin = useBeginPractice();
  const [advice, setAdvice] = useRemembered('practice.advice', ['all', 'hints', 'none']);
  if (practice.isLoadingError) return <Trouble wrong={practice.error} retry={() => practice.refetch()} />;
  if (!practice.data) return <Loading />;
  const { lessons, levels, door_of_day, runs } = practice.data;
  const start = (wish: { lesson?: string; level?: string }) =>
    begin.mutate({ ...wish, advice: advice as Schemas['NewRun']['advice'] });
  return (
    <Page>
      <Row>
        <div>
          <PageTitle>Practice doors</PageTitle>
          <Quiet>A simulated door with a real call: nothing of it is in your files, your van or your books.</Quiet>
        </div>
        {door_of_day ? (
          <PlainLink to={door_of_day.is_ended ? `/practice/${door_of_day.key}` : `/calls/${door_of_day.key}`}>
            {door_of_day.is_ended ? 'The door of the day: how it went' : 'Go on with the door of the day'}
          </PlainLink>
        ) : (
          <Action isDisabled={begin.isPending} onPress={() => start({})}>
            Begin the door of the day
          </Action>
        )}
      </Row>
      {begin.isError && <Refused wrong={begin.error} />}
      <Split $left="minmax(0, 1.3fr)">
        <Stack>
          <Label>Lessons</Label>
          <Lessons>
            {lessons.map((one, place) => (
              <li key={one.id}>
                <i>{one.passed ? '✓' : place + 1}</i>
                <div>
                  <b>{one.title}</b>
                  <p>{one.aim}</p>
                  <Quiet>
                    {one.passed ? 'Passed. ' : ''}
                    {one.asked ? 'Asked for before loaded parts are worked on.' : ''}
                  </Quiet>
                </div>
                <Plain
                  isDisabled={begin.isPending}
                  aria-label={`${one.passed ? 'Again' : 'Begin'}: ${one.title}`}
                  onPress={() => start({ lesson: one.id })}
                >
                  {one.passed ? 'Again' : 'Begin'}
                </Plain>
              </li>
            ))}
          </Lessons>
        </Stack>
        <Stack $gap={20}>
          <Stack>
            <Label>How much is told</Label>
            <RadioButtons label="How much is told" flow options={ADVICE} value={advice} pick={setAdvice} />
          </Stack>
          <Stack>
            <Label>Free practice</Label>
            <Quiet>What you missed comes more often, and so does what this shop meets.</Quiet>
            {levels.map((one) => (
              <Plain key={one.id} isDisabled={begin.isPending} onPress={() => start({ level: one.id })}>
                {one.title}
              </Plain>
            ))}
          </Stack>
          <Stack>
            <Label>Your last runs</Label>
            {runs.length === 0 && <Quiet>None yet.</Quiet>}
            {runs.map((one) => (
              <LineLink key={one.key} to={one.is_ended ? `/practice/${one.key}` : `/calls/${one.key}`}>
                {one.title}, {day(one.started_at)}: {one.is_ended ? (one.passed ? 'passed' : 'how it went') : 'go on'}
              </LineLink>
            ))}
          </Stack>
        </Stack>
      </Split>
      {session.data?.person?.role === 'lead' && <Crew />}
    </Page>
  );
}

/** Who may work on loaded parts yet, and what do I ask for first? */
function Crew() {
  const queries = useQueryClient();
  const crew = useQuery(crewPracticeQuery);
  const ask = useMutation({
    mutationFn: (lessons: string[]) => data(client.PUT('/api/practice/asked', { body: { lessons } })),
    onSuccess: (told) => {
      queries.setQueryData(crewPracticeQuery.queryKey, told);
      void queries.invalidateQueries({ queryKey: practiceRunsQuery.queryKey, exact: true });
    },
  });
  if (!crew.data) return null;
  const { lessons, people } = crew.data;
  const asked = lessons.filter((one) => one.asked).map((one) => one.id);
  return (
    <Stack>
      <Row>
        <h2>Who has passed what</h2>
        <Plain onPress={() => print()}>Print</Plain>
      </Row>
      <Table>
        <thead>
          <tr>
            <th>Person</th>
            <th className="wide">Role</th>
            <th>Passed</th>
            <th>Runs</th>
          </tr>
        </thead>
        <tbody>
          {people.map((one) => (
            <tr key={one.name}>
              <td>{one.name}</td>
              <td className="wide">{one.role}</td>
              <td>
                {one.passed.length} of {lessons.length}
                {one.passed.length > 0 &&
                  `: ${lessons
                    .filter((lesson) => one.passed.includes(lesson.id))
                    .map((lesson) => lesson.title.toLowerCase())
                    .join('; ')}`}
              </td>
              <td>{one.runs}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Label>Asked for before loaded parts are worked on</Label>
      <Quiet>
        Whoever has not passed them counts no stroke on a real door. Local rules and licensed practice decide besides.
      </Quiet>
      <Asked role="group" aria-label="Lessons asked for">
        {lessons.map((one) => (
          <Choice
            key={one.id}
            aria-pressed={one.asked}
            isDisabled={ask.isPending}
            onPress={() => ask.mutate(one.asked ? asked.filter((id) => id !== one.id) : [...asked, one.id])}
          >
            {one.title}
          </Choice>
        ))}
      </Asked>
      {ask.isError && <Refused wrong={ask.error} />}
    </Stack>
  );
}
