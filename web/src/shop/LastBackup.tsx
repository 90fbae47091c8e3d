import { useQuery } from '@tanstack/react-query';
import { client, data } from '../api/client';
import { Caution, Quiet } from '../ui/layout';
import { clock, day } from '../ui/words';

const OLD_MS = 36 * 60 * 60 * 1000;

/** Would this shop's data come back? When the last backup that was read back was made. */
export function LastBackup() {
  const upkeep = useQuery({ queryKey: ['upkeep'], queryFn: () => data(client.GET('/api/upkeep')) });
  if (!upkeep.data) return null;
  const { backed_up_at: at } = upkeep.data;
  if (!at) return <Caution>No backup of this shop's data was made yet.</Caution>;
  const said = `Last good backup: ${day(at)}, ${clock(at)}.`;
  return Date.now() - Date.parse(at) > OLD_MS ? (
    <Caution>{said} There should be one every night.</Caution>
  ) : (
    <Quiet>{said}</Quiet>
  );
}
