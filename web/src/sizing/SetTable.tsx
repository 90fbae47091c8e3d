import { Cell, Column, Row, Table, TableBody, TableHeader, ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { Plain, toggle } from '../ui/buttons';
import { Row as Line, Quiet, Stack } from '../ui/layout';
import { Select } from '../ui/Select';
import { unitSaid } from '../ui/units';
import { tape, wire } from '../ui/words';
import { type AskedSets, PAGE } from './setOptions';

const Grid = styled(Table)`
  width: 100%; border-collapse: collapse; background: var(--sheet); border: 1px solid var(--line); outline-offset: -2px;
  th { text-align: left; font: 600 16px 'Barlow Condensed', sans-serif; color: var(--quiet); border-bottom: 1px solid var(--edge); padding: 6px 8px; height: 48px; }
  th[data-allows-sorting] { cursor: pointer; text-decoration: underline; text-underline-offset: 4px; } th[data-focus-visible] { outline: 3px solid var(--action); outline-offset: -3px; }
  td { border-bottom: 1px solid var(--line); padding: 8px; height: 48px; cursor: pointer; font: 600 17px 'Barlow Condensed', sans-serif; }
  td:first-child { font-weight: 600; font-size: 20px; } th, td + td { white-space: nowrap; }
  tr { outline-offset: -3px; } tr[data-selected] td { background: var(--holds-band); } tr[data-selected] td:first-child { box-shadow: inset 8px 0 0 var(--action); padding-left: 18px; }
  @media (max-width: 1180px) { .wide { display: none; } }
  @media (max-width: 599px) { th, td { padding-inline: 5px; } td + td { white-space: normal; } }`;
const Limits = styled.div`display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 10px; align-items: end;`;
const Only = styled(ToggleButton)`${toggle}`;

const COLUMNS = [
  { id: 'rank', text: 'Set', wide: false },
  { id: 'rate', text: 'rate', wide: false },
  { id: 'turns', text: '¼\u00a0turns', wide: true },
  { id: 'cycles', text: 'lasts', wide: false },
  { id: 'worst', text: 'worst', wide: true },
] as const;
const SORTED = new Set(['rank', 'rate', 'turns', 'cycles']);

type Props = {
  answer: Schemas['SizeAnswer'];
  asked: AskedSets;
  /** The set drawn and used. */
  highlight: string | undefined;
  chosen: string | undefined;
  hasVan: boolean;
};

/** Every set that carries the door, to be narrowed, ordered and compared row by row. */
export function SetTable({ answer, asked: { options, ask }, highlight, chosen, hasVan }: Props) {
  const { sets, found, none_words, wires_in, inside_diameters_in, counts } = answer;
  const skip = options.skip ?? 0;
  const number = (text: string) => (text ? Number(text) : null);
  const text = (value: number | null | undefined) => (value ? String(value) : '');
  const sort = options.sort ?? 'rank';
  return (
    <Stack $gap={8}>
      <Limits role="group" aria-label="Only these sets">
        <Select
          label="Wire"
          none="any"
          value={text(options.wire_in)}
          options={wires_in.map((each) => ({ id: String(each), text: wire(each) }))}
          pick={(id) => ask({ wire_in: number(id) })}
        />
        <Select
          label="Inside"
          none="any"
          value={text(options.inside_diameter_in)}
          options={inside_diameters_in.map((inside) => ({ id: String(inside), text: tape(inside) }))}
          pick={(id) => ask({ inside_diameter_in: number(id) })}
        />
        <Select
          label="How many"
          none="any"
          value={text(options.count)}
          options={counts.map((count) => ({ id: String(count), text: String(count) }))}
          pick={(id) => ask({ count: number(id) })}
        />
        <Only isSelected={options.lasting ?? false} onChange={(lasting) => ask({ lasting })}>
          Lasts as wished
        </Only>
        {hasVan && (
          <Only isSelected={options.from_van_only ?? false} onChange={(from_van_only) => ask({ from_van_only })}>
            Only what is in the van
          </Only>
        )}
      </Limits>
      {none_words ? (
        <Quiet>{none_words}</Quiet>
      ) : (
        <Grid
          aria-label="Sets that carry this door"
          selectionMode="single"
          selectionBehavior="replace"
          disallowEmptySelection
          selectedKeys={highlight ? [highlight] : []}
          onSelectionChange={(keys) => {
            const [picked] = keys === 'all' ? [] : [...keys];
            if (picked !== undefined) ask({ option: String(picked) });
          }}
          sortDescriptor={{ column: sort, direction: options.falling ? 'descending' : 'ascending' }}
          onSortChange={({ column, direction }) =>
            ask({ sort: column as NonNullable<typeof options.sort>, falling: direction === 'descending' })
          }
        >
          <TableHeader>
            {COLUMNS.map((one) => (
              <Column
                key={one.id}
                id={one.id}
                isRowHeader={one.id === 'rank'}
                allowsSorting={SORTED.has(one.id)}
                className={one.wide ? 'wide' : ''}
              >
                {one.id === 'worst' ? `worst, ${unitSaid('lb')}` : one.text}
                {sort === one.id ? (options.falling ? ' ↑' : ' ↓') : ''}
              </Column>
            ))}
          </TableHeader>
          <TableBody>
            {sets.map((set) => (
              <Row key={set.id} id={set.id}>
                <Cell>
                  {set.said.springs}
                  {set.id === chosen ? ' ✓' : ''}
                  {set.in_van ? ' · van' : ''}
                </Cell>
                <Cell>
                  <span style={{ color: `var(--${set.said.rate_kind})` }}>{set.said.rate}</span>
                </Cell>
                <Cell className="wide">{set.quarter_turns}</Cell>
                <Cell>{set.said.cycles}</Cell>
                <Cell className="wide">{set.said.worst}</Cell>
              </Row>
            ))}
          </TableBody>
        </Grid>
      )}
      <Line>
        <Quiet>{found ? `${skip + 1} to ${skip + sets.length} of ${found} within 3 %` : ''}</Quiet>
        {found > PAGE && (
          <span>
            <Plain isDisabled={skip === 0} onPress={() => ask({ skip: Math.max(0, skip - PAGE) })}>
              Before
            </Plain>{' '}
            <Plain isDisabled={skip + sets.length >= found} onPress={() => ask({ skip: skip + PAGE })}>
              More sets
            </Plain>
          </span>
        )}
      </Line>
    </Stack>
  );
}
