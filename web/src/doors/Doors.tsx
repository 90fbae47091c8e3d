import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useLocation, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { type DoorSort, doorsQuery } from '../api/queries';
import { LineLink, PlainLink } from '../ui/buttons';
import { CallLink, useWorksOnDoors } from '../ui/CallLink';
import { inWords } from '../ui/dates';
import { Field } from '../ui/Field';
import { Page, Quiet, Row, Table } from '../ui/layout';
import { Pages } from '../ui/Pages';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Trouble } from '../ui/states';
import { day } from '../ui/words';

const Search = styled.div`max-width: 460px;`;
const COLUMNS: { sort?: DoorSort; title: string; wide?: boolean }[] = [
  { sort: 'name', title: 'Door' },
  { sort: 'place', title: 'Place', wide: true },
  { title: 'Size' },
  { title: 'Carried by', wide: true },
  { sort: 'visited', title: 'Last visit' },
  { title: 'Next' },
];

/** Which door am I standing at? */
export function Doors() {
  const [params, setParams] = useSearchParams();
  const location = useLocation() as { state?: { focusSearch?: number } };
  const input = useRef<HTMLInputElement>(null);
  const search = params.get('search') ?? '';
  // The address follows a moment later; a field that waited for it would lose letters typed fast.
  const [typed, setTyped] = useState(search);
  const at = params.get('at') ?? '';
  const sort = (params.get('sort') ?? 'name') as DoorSort;
  const putAway = params.has('put_away');
  const doors = useQuery(doorsQuery(putAway ? '' : search, at, sort, putAway));
  const works = useWorksOnDoors();
  const focusWish = location.state?.focusSearch;
  useEffect(() => {
    if (!focusWish) return;
    setTyped('');
    input.current?.focus();
  }, [focusWish]);
  const show = (next: Record<string, string>) =>
    setParams({ ...(putAway ? { put_away: '1' } : { search: typed }), sort, at: '', ...next }, { replace: true });
  const sortBy = (column: DoorSort) => show({ sort: sort === column ? `-${column}` : column });
  return (
    <Page>
      <Row>
        <PageTitle>{putAway ? 'Files put away' : 'Doors'}</PageTitle>
        {putAway ? (
          <PlainLink to="/doors">All doors</PlainLink>
        ) : (
          <PlainLink to={search ? `/doors/new?name=${encodeURIComponent(search)}` : '/doors/new'}>
            Open a new file
          </PlainLink>
        )}
      </Row>
      {!putAway && (
        <Search>
          <Field
            label="Search"
            value={typed}
            onChange={(value) => {
              setTyped(value);
              show({ search: value });
            }}
            hint="Name, place, customer, phone, or size: 16x7"
            inputRef={input}
          />
        </Search>
      )}
      {doors.isPending && <Loading />}
      {doors.isLoadingError && <Trouble wrong={doors.error} retry={() => doors.refetch()} />}
      {doors.data?.meant && (
        <p role="status">
          Nothing is called “{search}”. Shown instead: “{doors.data.meant}”.
        </p>
      )}
      {doors.data?.total === 0 && (
        <Quiet>
          {putAway
            ? 'No file was put away.'
            : search
              ? `No door matches “${search}”. Try fewer letters, or open a new file.`
              : 'No doors yet. Open the first file.'}
        </Quiet>
      )}
      {doors.data && doors.data.total > 0 && (
        <>
          <Table>
            <thead>
              <tr>
                {COLUMNS.map((column) => (
                  <th
                    key={column.title}
                    className={column.wide ? 'wide' : undefined}
                    aria-sort={
                      column.sort && sort.endsWith(column.sort)
                        ? sort.startsWith('-')
                          ? 'descending'
                          : 'ascending'
                        : undefined
                    }
                  >
                    {column.sort ? (
                      <button type="button" onClick={() => column.sort && sortBy(column.sort)}>
                        {column.title} {sort === column.sort ? '↑' : sort === `-${column.sort}` ? '↓' : ''}
                      </button>
                    ) : (
                      column.title
                    )}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {doors.data.doors.map((door) => (
                <tr key={door.key}>
                  <td>
                    <Link to={`/doors/${door.key}`}>{door.name}</Link>
                    <Quiet>{door.customer}</Quiet>
                  </td>
                  <td className="wide">{door.place}</td>
                  <td>
                    {door.size || 'not measured'}
                    <Quiet>{door.weight}</Quiet>
                  </td>
                  <td className="wide">{door.on_door}</td>
                  <td>{day(door.visited_at)}</td>
                  <td>
                    {door.call_key ? (
                      <CallLink call={{ key: door.call_key }}>{works ? 'Go on' : 'under way'}</CallLink>
                    ) : (
                      door.booked_for && inWords(door.booked_for)
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <Pages at={doors.data} show={(mark) => show({ at: mark })}>
            {doors.data.many && 'more than '}
            {doors.data.total === 1 ? '1 door' : `${doors.data.total} doors`}
            {doors.data.many && search && ': these are the first found. More of the word finds the door.'}
          </Pages>
        </>
      )}
      {!putAway && <LineLink to="/doors?put_away=1">Files put away</LineLink>}
    </Page>
  );
}
