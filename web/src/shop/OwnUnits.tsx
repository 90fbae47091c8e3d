import { useMutation, useQueryClient } from '@tanstack/react-query';
import { client, data, type Schemas } from '../api/client';
import { becomeSession } from '../api/queries';
import { Quiet, Stack } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Refused } from '../ui/states';

type Units = Schemas['PersonOut']['units'];
const UNITS = [
  { id: 'trade', text: 'Feet, inches and pounds' },
  { id: 'metric', text: 'Millimetres and kilograms' },
] as const;

/** In which units am I told sizes? What is typed with its unit is read as such either way. */
export function OwnUnits({ units }: { units: Units }) {
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (chosen: Units) => data(client.PUT('/api/session/units', { body: { units: chosen } })),
    onSuccess: (session) => becomeSession(queries, session),
  });
  return (
    <Stack $gap={8}>
      <h2>Your units</h2>
      <RadioButtons
        label="Your units"
        flow
        options={UNITS}
        value={units}
        pick={(chosen) => save.mutate(chosen)}
        isDisabled={save.isPending}
      />
      <Quiet>
        Yours alone, on every tablet and on what you print. A number without a unit is read in them; with its unit
        either can be typed. Stamps, classes and tools are named as they are marked.
      </Quiet>
      {save.isError && <Refused wrong={save.error} />}
    </Stack>
  );
}
