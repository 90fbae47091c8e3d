import type { Schemas } from '../api/client';
import type { Asked } from './Books';
import { CallCount, FigureTable, share } from './FigureTable';

type Props = { books: Schemas['BooksOut']; ask: (asked: Asked) => void };

/** What came of the work: called back, proofs that failed first, the balance before and after, and how long springs lived? */
export function Outcomes({ books, ask }: Props) {
  return (
    <>
      <FigureTable
        title="What came of the work"
        rows={books.work}
        by={(one) => one.work}
        columns={[
          { head: 'Worked on', cell: (one) => one.text },
          {
            head: 'Calls',
            cell: (one) => (
              <CallCount of={one} open={() => ask({ title: one.text, work: (one.work || 'none') as Asked['work'] })} />
            ),
          },
          { head: 'Called back', cell: (one) => share(one.backs, one.calls) },
          { head: 'A proof failed first', cell: (one) => share(one.failed_first, one.calls) },
        ]}
      />
      <FigureTable
        title="The balance before and after"
        says="What the door did when it was let go first on arrival, and last after work."
        rows={books.readings}
        by={(one) => `${one.text} ${one.after_text}`}
        drawn={(one) => one.calls}
        columns={[
          { head: 'On arrival it', cell: (one) => one.text },
          { head: 'In the end it', cell: (one) => one.after_text || 'was not read again' },
          {
            head: 'Calls',
            cell: (one) => (
              <CallCount of={one} open={() => ask({ title: `On arrival the door ${one.text}`, before: one.before })} />
            ),
          },
        ]}
      />
      <FigureTable
        title="How long springs lived"
        says="Springs that were put on at a call here, and found broken or tired at a later one."
        rows={books.lived}
        by={(one) => one.name}
        drawn={(one) => one.calls}
        columns={[
          { head: 'They lived', cell: (one) => one.text },
          {
            head: 'Calls',
            cell: (one) => (
              <CallCount
                of={one}
                open={() => ask({ title: `Springs lived ${one.text}`, lived: one.name as Asked['lived'] })}
              />
            ),
          },
        ]}
      />
    </>
  );
}
