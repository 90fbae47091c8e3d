import { useQuery } from '@tanstack/react-query';
import { client, data, type Schemas } from '../api/client';
import { Caution, Quiet, Stack } from '../ui/layout';
import { clock, day } from '../ui/words';

const OLD_MS = 36 * 60 * 60 * 1000;

/** Would this shop's data come back, and is what its tablets show before the answer the answer? */
export function Maintenance() {
  const upkeep = useQuery({ queryKey: ['upkeep'], queryFn: () => data(client.GET('/api/upkeep')) });
  if (!upkeep.data) return null;
  return (
    <Stack>
      <LastBackup at={upkeep.data.backed_up_at} />
      <Ahead {...upkeep.data.ahead} />
    </Stack>
  );
}

/** When the last backup that was read back was made. */
function LastBackup({ at }: { at: string | null }) {
  if (!at) return <Caution>No backup of this shop's data was made yet.</Caution>;
  const said = `Last good backup: ${day(at)}, ${clock(at)}.`;
  return Date.now() - Date.parse(at) > OLD_MS ? (
    <Caution>{said} There should be one every night.</Caution>
  ) : (
    <Quiet>{said}</Quiet>
  );
}

/** How often a tablet had the next picture before the server's answer, and how often it was another one. */
function Ahead({ as_answered, otherwise, not_ahead }: Schemas['AheadSums']) {
  const all = as_answered + otherwise + not_ahead;
  if (all === 0) return null;
  const said = `Entries in 30 days: ${all}. Shown on the tablet before the server had answered: ${as_answered + otherwise}, only then: ${not_ahead}.`;
  return otherwise > 0 ? (
    <Caution>
      {said} Shown otherwise than the answer: {otherwise}. What is kept is the server’s, but tell whoever looks after
      North Hinge.
    </Caution>
  ) : (
    <Quiet>{said} None was shown otherwise than the answer.</Quiet>
  );
}
