import { useQuery } from '@tanstack/react-query';
import { practiceRunsQuery } from '../api/practiceQueries';
import { useBegin } from '../practice/useBegin';
import { Plain, PlainLink } from '../ui/buttons';

/** The door of the day, a touch away; once it was begun it is gone on with, and once it is ended there are others. */
export function PracticeToday() {
  const practice = useQuery(practiceRunsQuery);
  const begin = useBegin();
  if (!practice.data) return null;
  const { door_of_day } = practice.data;
  if (door_of_day)
    return (
      <PlainLink to={door_of_day.ended ? '/practice' : `/calls/${door_of_day.key}`}>
        {door_of_day.ended ? 'Practice doors' : 'Go on practising'}
      </PlainLink>
    );
  return (
    <Plain isDisabled={begin.isPending} onPress={() => begin.mutate({})}>
      Practise on the door of the day
    </Plain>
  );
}
