import type { Schemas } from '../api/client';
import { FigureTable } from './FigureTable';

const inFull = (month: string) =>
  new Date(`${month}T12:00:00`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' });

/** How much was there to do in each month? */
export function MonthTable({ rows }: { rows: Schemas['MonthRow'][] }) {
  return (
    <FigureTable
      title="Month by month"
      rows={rows}
      by={(one) => one.month}
      drawn={(one) => one.calls}
      columns={[
        { head: 'Month', cell: (one) => inFull(one.month) },
        { head: 'Calls', cell: (one) => one.calls },
        { head: 'Call-backs', cell: (one) => one.backs || '–' },
      ]}
    />
  );
}
