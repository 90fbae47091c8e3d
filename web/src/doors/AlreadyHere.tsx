import { useQuery } from '@tanstack/react-query';
import { doorsQuery } from '../api/queries';
import { LineLink } from '../ui/buttons';
import { useDebounced } from '../ui/debounced';
import { Quiet, Sheet } from '../ui/layout';
import type { Details } from './DetailsForm';

const SHORTEST = 4;
/** More than so many are no help: what was typed is not enough to tell. */
const MOST = 5;

/** Whether there is a file of this door already: looked for by what is typed of it. */
export function AlreadyHere({ details }: { details: Details }) {
  const found = [useFound(details.phone ?? ''), useFound(details.place ?? ''), useFound(details.name)].flat();
  const doors = [...new Map(found.map((door) => [door.key, door])).values()].slice(0, MOST);
  return (
    <div aria-live="polite">
      {doors.length > 0 && (
        <Sheet aria-label="Already here">
          <b>Is it one of these?</b>
          {doors.map((door) => (
            <div key={door.key}>
              <LineLink to={`/doors/${door.key}`}>{door.name}</LineLink>
              <Quiet>{[door.place, door.customer, door.size].filter(Boolean).join(' · ')}</Quiet>
            </div>
          ))}
        </Sheet>
      )}
    </div>
  );
}

/** The doors a text finds, where it finds few and as it was typed. */
function useFound(text: string) {
  const settled = useDebounced(text.trim());
  const { data } = useQuery({ ...doorsQuery(settled, '', 'name', false), enabled: settled.length >= SHORTEST });
  return data && settled.length >= SHORTEST && !data.many && !data.meant && data.total <= MOST ? data.doors : [];
}
