import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { client, data, newId } from '../api/client';
import { doorsQuery } from '../api/queries';
import { Choice, Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Quiet, Sheet, Stack } from '../ui/layout';
import { Refused } from '../ui/states';

/** Keep this sheet with a door of the shop. */
export function KeepWithDoor({ title, says }: { title: string; says: string }) {
  const { pathname, search } = useLocation();
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState('');
  const doors = useQuery({ ...doorsQuery(words, '', 'name'), enabled: open });
  const keep = useMutation({
    mutationFn: async ({ door, sheet }: { door: { key: string; name: string }; sheet: string }) => {
      const body = { key: sheet, address: pathname + search, title, says: says.slice(0, 300) };
      await data(client.POST('/api/doors/{key}/bench', { params: { path: { key: door.key } }, body }));
      return door;
    },
    onSuccess: () => setOpen(false),
  });
  return (
    <Stack $gap={10}>
      {keep.data && (
        <p role="status">
          Kept with <Link to={`/doors/${keep.data.key}`}>{keep.data.name}</Link>.
        </p>
      )}
      <div>
        <Plain aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Do not keep it' : 'Keep it with a door'}
        </Plain>
      </div>
      {open && (
        <Sheet aria-label="Keep with a door">
          <Stack>
            <Field label="Find the door" value={words} onChange={setWords} />
            {doors.data?.doors.slice(0, 6).map((door) => (
              <Choice key={door.key} isDisabled={keep.isPending} onPress={() => keep.mutate({ door, sheet: newId() })}>
                {door.name} · {door.place}
              </Choice>
            ))}
            {doors.data?.total === 0 && <Quiet>No door of the shop has these words.</Quiet>}
            {keep.isError && <Refused wrong={keep.error} />}
          </Stack>
        </Sheet>
      )}
    </Stack>
  );
}
