import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, data, type Schemas } from '../api/client';
import { doorQuery, doorsQuery, sessionQuery } from '../api/queries';
import { Choice, LinkButton, Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Label, Quiet, Sheet, Stack } from '../ui/layout';
import { Refused } from '../ui/states';

type Props = { file: Schemas['DoorFile'] };

/** Is this file one too many? */
export function WrongFile({ file }: Props) {
  const session = useQuery(sessionQuery);
  const [open, setOpen] = useState(false);
  if (file.merged_into) return null;
  if (file.put_away) return <PutAway file={file} />;
  return (
    <Stack>
      <LinkButton aria-expanded={open} onPress={() => setOpen(!open)}>
        Correct or archive this file
      </LinkButton>
      {open && <PutAway file={file} />}
      {open && session.data?.person?.role === 'lead' && <Merge file={file} />}
    </Stack>
  );
}

function useChanged(file: Props['file']) {
  const queries = useQueryClient();
  return (changed: Schemas['DoorFile']) => {
    queries.setQueryData(doorQuery(file.key).queryKey, changed);
    for (const queryKey of [['doors'], ['door-calls'], ['bookings']]) queries.invalidateQueries({ queryKey });
  };
}

/** A file opened by mistake is out of every list, and can be brought back. */
function PutAway({ file }: Props) {
  const [reason, setReason] = useState('');
  const put = useMutation({
    mutationFn: (why: string) =>
      data(
        client.POST('/api/doors/{key}/put-away', {
          params: { path: { key: file.key } },
          body: { version: file.version, reason: why },
        }),
      ),
    onSuccess: useChanged(file),
  });
  if (file.put_away)
    return (
      <Stack>
        <Plain isDisabled={put.isPending} onPress={() => put.mutate('')}>
          Bring the file back
        </Plain>
        {put.isError && <Refused wrong={put.error} />}
      </Stack>
    );
  return (
    <Sheet>
      <Stack>
        <Label>Put the file away</Label>
        <Quiet>It is found in no list any more. Nothing in it is lost, and it can be brought back.</Quiet>
        <Field label="Why?" value={reason} onChange={setReason} maxLength={200} />
        <Plain isDisabled={reason.trim().length < 3 || put.isPending} onPress={() => put.mutate(reason.trim())}>
          Put it away
        </Plain>
        {put.isError && <Refused wrong={put.error} />}
      </Stack>
    </Sheet>
  );
}

/** The same door under another file: its history comes here. */
function Merge({ file }: Props) {
  const [search, setSearch] = useState('');
  const [other, setOther] = useState<Schemas['DoorRow'] | null>(null);
  const found = useQuery({ ...doorsQuery(search, '', 'name'), enabled: search.trim().length > 1 });
  const changed = useChanged(file);
  const merge = useMutation({
    mutationFn: async (key: string) => {
      const there = await data(client.GET('/api/doors/{key}', { params: { path: { key } } }));
      return data(
        client.POST('/api/doors/{key}/merge', {
          params: { path: { key: file.key } },
          body: { version: file.version, other: key, other_version: there.version },
        }),
      );
    },
    onSuccess: (merged) => {
      changed(merged);
      setOther(null);
      setSearch('');
    },
  });
  const others = (found.data?.doors ?? []).filter((one) => one.key !== file.key);
  return (
    <Sheet>
      <Stack>
        <Label>Filed twice</Label>
        <Field
          label="The other file of this door"
          hint="Name, place or customer"
          value={search}
          onChange={(typed) => {
            setSearch(typed);
            setOther(null);
          }}
        />
        {!other &&
          search.trim().length > 1 &&
          others.slice(0, 6).map((one) => (
            <Choice key={one.key} onPress={() => setOther(one)}>
              {one.name}, {one.place}
            </Choice>
          ))}
        {!other && search.trim().length > 1 && found.data && others.length === 0 && (
          <Quiet>No other door matches “{search}”.</Quiet>
        )}
        {other && (
          <>
            <p>
              Everything of {other.name}, {other.place} comes under {file.name}: calls, bookings, bench sheets. The
              measurements of the file that was visited last go on. {other.name} is put away. This cannot be undone.
            </p>
            <Plain isDisabled={merge.isPending} onPress={() => merge.mutate(other.key)}>
              Make them one file
            </Plain>
          </>
        )}
        {merge.isError && <Refused wrong={merge.error} />}
      </Stack>
    </Sheet>
  );
}
