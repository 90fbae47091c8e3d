import type { Schemas } from '../api/client';
import type { Asked } from './Books';
import { CallCount, FigureTable, inMinutes } from './FigureTable';

type Props = { books: Schemas['BooksOut']; ask: (asked: Asked) => void };

/** How far can the fault finder be trusted, and which look costs most? */
export function FinderBooks({ books, ask }: Props) {
  return (
    <>
      <FigureTable
        title="How the fault finder did"
        says="The cause that was found in the end was, to the fault finder:"
        rows={books.finder}
        by={(one) => one.name}
        drawn={(one) => one.calls}
        columns={[
          { head: 'The cause was', cell: (one) => one.text },
          {
            head: 'Calls',
            cell: (one) => (
              <CallCount
                of={one}
                open={() => ask({ title: `The cause was ${one.text}`, finder: one.name as Asked['finder'] })}
              />
            ),
          },
        ]}
      />
      <FigureTable
        title="What the looks cost"
        says="Minutes are those the fault finder reckons a look with, times how often it was made."
        rows={books.checks}
        by={(one) => one.check}
        drawn={(one) => one.all_min}
        columns={[
          { head: 'Look', cell: (one) => one.text },
          {
            head: 'Calls',
            cell: (one) => <CallCount of={one} open={() => ask({ title: one.text, check: one.check })} />,
          },
          { head: 'Each', wide: true, cell: (one) => `${one.each_min} min` },
          { head: 'In all', cell: (one) => inMinutes(one.all_min) },
        ]}
      />
    </>
  );
}
