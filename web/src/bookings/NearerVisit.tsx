import { useQuery } from '@tanstack/react-query';
import { deskQuery } from '../api/queries';
import { today } from '../ui/dates';
import { Quiet } from '../ui/layout';

/** Whether somebody's day would be shorter in another order, from here: proposed, never forced. */
export function NearerVisit({ username }: { username: string }) {
  const desk = useQuery(deskQuery({ day: today() }));
  const nearer = desk.data?.people.find((one) => one.username === username)?.nearer;
  return nearer ? <Quiet role="status">{nearer.sentence}</Quiet> : null;
}
