import type { ReactNode } from 'react';
import styled from 'styled-components';
import { LinkButton } from '../ui/buttons';
import { Quiet, Stack, Table } from '../ui/layout';

const Figures = styled(Table)`td { vertical-align: middle; padding-block: 0; height: 48px; } td.drawn { width: 28%; }`;
/** A length beside its number, on one scale for the table. */
const Bar = styled.span<{
  $part: number;
}>`display: block; height: 10px; width: ${({ $part }) => `${100 * $part}%`}; background: var(--action); min-width: 2px;`;

export type Column<Row> = { head: string; wide?: boolean; cell: (row: Row) => ReactNode };
type Props<Row> = {
  title: string;
  says?: string;
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  /** What a row is told by, and how long it is drawn. */
  by: (row: Row) => string;
  drawn?: (row: Row) => number;
};

/** A table of the books; where a row is drawn, all are on one scale. Nothing where there are no rows. */
export function FigureTable<Row>({ title, says, rows, columns, by, drawn }: Props<Row>) {
  if (rows.length === 0) return null;
  const most = drawn ? Math.max(...rows.map(drawn), 1) : 1;
  return (
    <Stack role="group" aria-label={title}>
      <h2>{title}</h2>
      {says && <Quiet>{says}</Quiet>}
      <Figures>
        <thead>
          <tr>
            {columns.map(({ head, wide }) => (
              <th key={head} className={wide ? 'wide' : ''}>
                {head}
              </th>
            ))}
            {drawn && (
              <th className="wide">
                <span className="sr">Drawn</span>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={by(row)}>
              {columns.map(({ head, wide, cell }) => (
                <td key={head} className={wide ? 'wide' : ''}>
                  {cell(row)}
                </td>
              ))}
              {drawn && (
                <td className="wide drawn">
                  <Bar $part={drawn(row) / most} />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Figures>
    </Stack>
  );
}

/** How many calls a row is of, and the way to them. */
export function CallCount({ of, open }: { of: { calls: number; text: string }; open: () => void }) {
  return (
    <LinkButton aria-label={`${of.calls === 1 ? '1 call' : `${of.calls} calls`}: ${of.text}`} onPress={open}>
      {of.calls}
    </LinkButton>
  );
}

export const percent = (part: number, whole: number) => (whole ? `${Math.round((100 * part) / whole)} %` : '–');
export const share = (part: number, whole: number) => (part > 0 ? `${part} (${percent(part, whole)})` : '–');
export const inMinutes = (value: number) => `${Math.round(value)} min`;
