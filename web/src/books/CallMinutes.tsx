import { useMutation, useQueryClient } from '@tanstack/react-query';
import { client, data, type Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Quiet, Stack } from '../ui/layout';
import { Refused } from '../ui/states';
import type { Asked } from './Books';
import { CallCount, FigureTable, inMinutes } from './FigureTable';

type Minutes = Schemas['ComplaintRow'];
type Props = { rows: Minutes[]; ask: (asked: Asked) => void };

const difference = ({ over_min }: Minutes) =>
  Math.round(over_min) === 0
    ? 'as reckoned'
    : `${inMinutes(Math.abs(over_min))} ${over_min > 0 ? 'longer' : 'shorter'}`;

/** What takes longer than is reckoned with, and shall the desk reckon with what it took? */
export function CallMinutes({ rows, ask }: Props) {
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (body: Schemas['MinutesIn']) => data(client.PUT('/api/shop/minutes', { body })),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <Stack>
      <FigureTable
        title="How long it takes"
        says="After eight calls or more that differ by ten minutes or more, the desk can reckon with what they took."
        rows={rows}
        by={(one) => one.complaint}
        columns={[
          { head: 'What the customer says', cell: (one) => one.text },
          {
            head: 'Calls',
            cell: (one) => <CallCount of={one} open={() => ask({ title: one.text, complaint: one.complaint })} />,
          },
          { head: 'On average', cell: (one) => inMinutes(one.mean_min) },
          { head: 'Reckoned with', wide: true, cell: (one) => inMinutes(one.reckoned_min) },
          { head: 'Difference', wide: true, cell: difference },
          {
            head: 'From now on',
            cell: (one) => (
              <FromNowOn
                one={one}
                isBusy={change.isPending}
                keep={(minutes) => change.mutate({ complaint: one.complaint, minutes })}
              />
            ),
          },
        ]}
      />
      {change.isError && <Refused wrong={change.error} />}
    </Stack>
  );
}

type FromProps = { one: Minutes; isBusy: boolean; keep: (minutes: number | null) => void };

function FromNowOn({ one, isBusy, keep }: FromProps) {
  const { own_min: own, taught_min: taught, usual_min: usual } = one;
  return (
    <>
      {own !== null && <Quiet>{own} min, the shop’s own</Quiet>}
      {taught !== null && (
        <Plain isDisabled={isBusy} aria-label={`Reckon with ${taught} min: ${one.text}`} onPress={() => keep(taught)}>
          Reckon with {taught} min
        </Plain>
      )}
      {own !== null && usual !== null && (
        <Plain isDisabled={isBusy} aria-label={`Back to ${usual} min: ${one.text}`} onPress={() => keep(null)}>
          Back to {usual} min
        </Plain>
      )}
    </>
  );
}
