import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client } from '../api/client';
import { benchSheetsQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Stack, Table } from '../ui/layout';
import { Refused } from '../ui/states';
import { day } from '../ui/words';

/** Bench sheets kept with a door; nothing where there are none. */
export function BenchSheets({ door }: { door: string }) {
  const queries = useQueryClient();
  const sheets = useQuery(benchSheetsQuery(door));
  const takeOff = useMutation({
    mutationFn: async (key: string) => {
      const { response } = await client.DELETE('/api/bench-sheets/{key}', { params: { path: { key } } });
      if (!response.ok) throw new TypeError(`The server answered ${response.status}.`);
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ['bench-sheets', door] }),
  });
  if (!sheets.data?.length) return null;
  return (
    <Stack>
      <h2>From the bench</h2>
      <Table>
        <tbody>
          {sheets.data.map((sheet) => (
            <tr key={sheet.key}>
              <td>
                <Link to={sheet.address}>{sheet.title}</Link>
              </td>
              <td>{sheet.says}</td>
              <td className="wide">
                {day(sheet.at)}, {sheet.by}
              </td>
              <td>
                <Plain aria-label={`Take off: ${sheet.title}`} onPress={() => takeOff.mutate(sheet.key)}>
                  Take off
                </Plain>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {takeOff.isError && <Refused wrong={takeOff.error} />}
    </Stack>
  );
}
