import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { client, data, newId, type Schemas } from '../api/client';
import { vanQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Field } from '../ui/Field';
import { Label, Page, Panel, Quiet, Row, Split, Stack, Table } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { RadioButtons } from '../ui/RadioButtons';
import { Loading, Refused, Trouble } from '../ui/states';
import { isMetric, withUnit } from '../ui/units';
import { day } from '../ui/words';

const Count = styled.td`width: 64px; font: 600 24px 'Barlow Condensed', sans-serif; white-space: nowrap; &.none { color: var(--stop); }`;
const Three = styled.div`display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 12px;`;
const Middle = styled(Table)`td { vertical-align: middle; }`;
const Few = styled.td`white-space: nowrap; text-align: right; button { min-width: 56px; margin-left: 6px; }`;

type Move = Omit<Schemas['NewMove'], 'id'>;

function useMove() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (move: Move & { id: string }) => data(client.POST('/api/van/moves', { body: move })),
    onSuccess: () => queries.invalidateQueries(),
  });
}

/** What is on the van, what of it is spoken for, and what must be put on again? */
export function Van() {
  const found = useQuery(vanQuery);
  if (found.isPending) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { items, moves } = found.data;
  return (
    <Page>
      <PageTitle>The van</PageTitle>
      <Split $left="minmax(0, 1.3fr)">
        <Stack $gap={20}>
          {items.length === 0 && (
            <Quiet>Nothing is on the van yet. Load its list under Shop, or put something on.</Quiet>
          )}
          <Items title="Springs" items={items.filter((one) => !one.is_part)} />
          <Items title="Parts" items={items.filter((one) => one.is_part)} />
          <PutOn />
        </Stack>
        <Stack $gap={6}>
          <Label>What came and went last</Label>
          {moves.length === 0 && <Quiet>Nothing yet.</Quiet>}
          {moves.map((one) => (
            <Row key={`${one.at} ${one.words} ${one.pieces}`} style={{ justifyContent: 'start' }}>
              <b>{one.pieces > 0 ? `+${one.pieces}` : `−${-one.pieces}`}</b>
              <span>
                {one.words}: {one.why}
                {one.where && `, ${one.where}`}
              </span>
              <Quiet>
                {one.by}, {day(one.at)}
              </Quiet>
            </Row>
          ))}
        </Stack>
      </Split>
    </Page>
  );
}

function Items({ title, items }: { title: string; items: Schemas['ItemOut'][] }) {
  if (!items.length) return null;
  return (
    <Stack role="group" aria-label={title}>
      <Label>{title}</Label>
      <Middle>
        <tbody>
          {items.map((one) => (
            <Item key={one.key} one={one} />
          ))}
        </tbody>
      </Middle>
    </Stack>
  );
}

function Item({ one }: { one: Schemas['ItemOut'] }) {
  const move = useMove();
  const by = (why: Move['why']) => move.mutate({ id: newId(), why, pieces: 1, item: one.key, part: '' });
  return (
    <tr>
      <Count className={one.pieces ? '' : 'none'}>{one.pieces}</Count>
      <td>
        {one.words}
        {one.kept_for.length > 0 && (
          <Quiet>
            {one.kept_for.length} kept for {[...new Set(one.kept_for)].join(', ')}
          </Quiet>
        )}
        {move.isError && <Refused wrong={move.error} />}
      </td>
      <Few>
        <Plain
          aria-label={`One out: ${one.words}`}
          isDisabled={move.isPending || !one.pieces}
          onPress={() => by('taken_out')}
        >
          −1
        </Plain>
        <Plain aria-label={`One in: ${one.words}`} isDisabled={move.isPending} onPress={() => by('restocked')}>
          +1
        </Plain>
      </Few>
    </tr>
  );
}

const KINDS = [
  { id: 'spring', text: 'Torsion springs' },
  { id: 'pair', text: 'Extension springs' },
  { id: 'part', text: 'A part' },
] as const;
const HANDS = [
  { id: 'unknown', text: 'hand not looked at' },
  { id: 'left', text: 'left-hand wound' },
  { id: 'right', text: 'right-hand wound' },
] as const;
const NOTHING = { wire_in: '', inside_diameter_in: '', length_in: '', hand: '' as 'left' | 'right' | '' };

/** The sizes as whoever typed them means them. */
const sizesMeant = ({ wire_in, inside_diameter_in, length_in }: typeof NOTHING) => ({
  wire_in: withUnit(wire_in, 'decimal'),
  inside_diameter_in: withUnit(inside_diameter_in, 'length'),
  length_in: withUnit(length_in, 'length'),
});

/** Springs or a part that come on the van. */
function PutOn() {
  const move = useMove();
  const [kind, setKind] = useState<(typeof KINDS)[number]['id']>('spring');
  const [spring, setSpring] = useState(NOTHING);
  const [part, setPart] = useState('');
  const [classLb, setClassLb] = useState('');
  const [pieces, setPieces] = useState('1');
  const [id, setId] = useState(newId);
  const write = (name: keyof typeof NOTHING) => (typed: string) => setSpring({ ...spring, [name]: typed });
  const said = { spring: spring.wire_in && spring.length_in, pair: classLb, part }[kind];
  const isReady = /^\d{1,4}$/.test(pieces.trim()) && said.trim();
  const submit = () =>
    move.mutate(
      {
        id,
        why: 'restocked',
        pieces: Number(pieces),
        part: kind === 'part' ? part.trim() : '',
        ...(kind === 'spring' && { spring: { ...spring, ...sizesMeant(spring) } }),
        ...(kind === 'pair' && { pair: { class_lb: classLb } }),
      },
      {
        onSuccess: () => {
          setId(newId());
          setSpring(NOTHING);
          setPart('');
          setClassLb('');
          setPieces('1');
        },
      },
    );
  return (
    <Panel role="group" aria-label="Put on the van">
      <Label>Put on the van</Label>
      <RadioButtons label="What" flow value={kind} pick={setKind} options={KINDS} />
      {kind === 'spring' && (
        <>
          <Three>
            <Field
              label="Wire"
              hint={isMetric() ? '5.54' : '.218 or 7/32'}
              value={spring.wire_in}
              onChange={write('wire_in')}
            />
            <Field
              label="Inside diameter"
              hint={isMetric() ? '51' : '2'}
              value={spring.inside_diameter_in}
              onChange={write('inside_diameter_in')}
            />
            <Field
              label="Length"
              hint={isMetric() ? '826' : '32 1/2'}
              value={spring.length_in}
              onChange={write('length_in')}
            />
          </Three>
          <RadioButtons
            label="Hand of wind"
            flow
            value={spring.hand || 'unknown'}
            pick={(hand) => setSpring({ ...spring, hand: hand === 'unknown' ? '' : hand })}
            options={HANDS}
          />
        </>
      )}
      {kind === 'pair' && (
        <Field label="Class" hint="Pounds on its tag, of each spring of a pair" value={classLb} onChange={setClassLb} />
      )}
      {kind === 'part' && (
        <Field label="Part" hint="As the shop calls it" value={part} onChange={setPart} maxLength={80} />
      )}
      <Row style={{ justifyContent: 'start', alignItems: 'end' }}>
        <Field label="Pieces" value={pieces} onChange={setPieces} />
        <Plain isDisabled={!isReady || move.isPending} onPress={submit}>
          Put on
        </Plain>
      </Row>
      {move.isError && <Refused wrong={move.error} />}
    </Panel>
  );
}
