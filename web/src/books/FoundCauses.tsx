import type { Schemas } from '../api/client';
import type { Asked } from './Books';
import { CallCount, FigureTable, share } from './FigureTable';

type Props = { rows: Schemas['CauseRow'][]; ask: (asked: Asked) => void };

/** What was wrong, on which kind of door, and how often did it come back? */
export function FoundCauses({ rows, ask }: Props) {
  return (
    <FigureTable
      title="What was found"
      rows={rows}
      by={(one) => `${one.cause} ${one.carrier}`}
      drawn={(one) => one.calls}
      columns={[
        { head: 'Cause', cell: (one) => one.text },
        { head: 'Carried by', wide: true, cell: (one) => one.carrier },
        {
          head: 'Calls',
          cell: (one) => (
            <CallCount of={one} open={() => ask({ title: one.text, cause: one.cause, carrier: one.carrier })} />
          ),
        },
        { head: 'Call-backs', cell: (one) => share(one.backs, one.calls) },
      ]}
    />
  );
}
