import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { stackOn } from '../../api/onDoor';
import { knowledgeQuery } from '../../api/queries';
import { BalanceOf } from '../../drawing/BalanceOf';
import type { Dimensions } from '../../drawing/Dimension';
import { DoorAsForm } from '../../drawing/DoorAsForm';
import { Plain } from '../../ui/buttons';
import { Caution, Label, oneColumn, Quiet, STAYS, Stack } from '../../ui/layout';
import { Loading } from '../../ui/states';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { Cable } from './Cable';
import { MeasureField, type RefusedTyping } from './MeasureField';

const TITLES: Record<string, string> = {
  door: 'The door',
  track: 'Track',
  drum: 'Drums, shaft, cable',
  springs: 'What carries it now',
  room: 'Room round it',
  use: 'For how long',
  eyes: 'The eyes',
  unit: 'The opener',
  opener: 'For an opener on the shaft',
};
const Grid = styled.div`display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); gap: 8px;`;
/** The drawing is walked over with the eyes, the pad stays under the thumb. */
const Sides = styled.div`display: grid; grid-template-columns: minmax(0, 1fr) 340px; gap: 22px; align-items: start;
  ${oneColumn('grid-template-columns: minmax(0, 1fr);')}`;
const Asking = styled.div`display: grid; gap: 10px; ${STAYS}
  ${oneColumn('position: static; order: -1;')}`;
const Item = styled(Button)`
  font: inherit; color: inherit; text-align: left; cursor: pointer; display: grid; min-height: 60px; padding: 6px 12px; background: var(--sheet); border: 1px solid var(--line); border-radius: 0;
  &[aria-current='true'] { border: 2px solid var(--action); }
  &.missing { border-style: dashed; border-color: var(--edge); } small { color: var(--quiet); font-size: 15px; } b { font: 600 23px/1.1 'Barlow Condensed', sans-serif; }`;

/** Which number does the drawing still lack, and what did the tape say? */
export function Measure({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const { state } = call;
  const [picked, setPicked] = useState<string | null>(null);
  const [rare, setRare] = useState(false);
  const [refused, setRefused] = useState<RefusedTyping>();
  const panel = useRef<HTMLDivElement>(null);
  if (!knowledge.data) return <Loading />;
  const fields = new Map(knowledge.data.fields.map((field) => [field.name, field]));
  const waiting = new Set(call.waiting.flatMap(({ body }) => (body.kind === 'measured' ? [body.field] : [])));
  const known = new Map(state.measured.map((one) => [one.field, one]));
  const shown = state.asked.filter((one) => rare || !one.rare || known.has(one.field));
  const order = shown.map((one) => one.field);
  // Choices have a usual answer: they are touched when they differ, not walked through.
  const open = (name: string) => !known.has(name) && !waiting.has(name) && !fields.get(name)?.choices.length;
  const current =
    (picked && order.includes(picked) ? picked : null) ??
    state.missing.find((name) => !waiting.has(name)) ??
    order.find(open) ??
    'weight_lb';
  const field = fields.get(current);
  const next = () => {
    const after = [...order.slice(order.indexOf(current) + 1), ...order];
    const missing = after.filter((name) => name !== current && open(name));
    setPicked(missing.find((name) => state.missing.includes(name)) ?? missing[0] ?? null);
  };
  const back = () => setPicked(order[Math.max(0, order.indexOf(current) - 1)] ?? current);
  const keep = async (name: string, typed: string) => {
    // On to the next number at once: one that cannot be read calls back to where it was typed.
    setRefused(undefined);
    next();
    try {
      await data(client.POST('/api/bench/read', { body: { field: name, typed } }));
      call.enter({ kind: 'measured', field: name, typed });
    } catch (wrong) {
      setRefused({ field: name, typed, wrong: wrong as Error });
      setPicked(name);
    }
  };
  const ask = (name: string) => {
    setPicked(name);
    panel.current?.scrollIntoView({ block: 'nearest' });
  };
  const dimensions: Dimensions = new Map(
    shown.flatMap((one) => {
      const of = fields.get(one.field);
      const text = known.get(one.field)?.text ?? one.usual;
      const missing = one.needed && !known.has(one.field);
      return of
        ? [[one.field, { field: of, text, missing, current: one.field === current, pick: () => ask(one.field) }]]
        : [];
    }),
  );
  const groups = [...new Set(shown.map((one) => one.group))];
  return (
    <Sides>
      <Stack $gap={14}>
        <DoorAsForm
          measured={Object.fromEntries(state.measured.map((one) => [one.field, one.value]))}
          said={state.said}
          plates={stackOn(state.on_door)?.plates}
          dimensions={dimensions}
        />
        {groups.map((group) => (
          <Stack key={group} $gap={6}>
            <Label>{TITLES[group] ?? group}</Label>
            {group === 'springs' && state.said.words && <Quiet>On it: {state.said.words}</Quiet>}
            <Grid>
              {shown
                .filter((one) => one.group === group)
                .map((one) => (
                  <Row
                    key={one.field}
                    field={fields.get(one.field)}
                    known={known.get(one.field)}
                    usual={one.usual}
                    missing={one.needed && !known.has(one.field)}
                    current={one.field === current}
                    pick={() => ask(one.field)}
                  />
                ))}
            </Grid>
          </Stack>
        ))}
        <Plain aria-expanded={rare} onPress={() => setRare(!rare)}>
          {rare ? 'Only the usual numbers' : 'More: uneven sections, struts, odd springs, room, cable, opener'}
        </Plain>
        <Balance state={state} />
      </Stack>
      <Asking ref={panel}>
        {field && (
          <MeasureField
            key={`${current} ${refused?.field === current}`}
            field={field}
            known={known.get(current)}
            call={call}
            next={next}
            back={back}
            keep={keep}
            refused={refused?.field === current ? refused : undefined}
          />
        )}
        {state.wrong_setup && <Caution role="alert">{state.wrong_setup}</Caution>}
      </Asking>
      <StageMain call={call} go={go} main={state.main.measure} />
    </Sides>
  );
}

/** Once it can be computed: the door from the side, with its balance as it hangs. */
function Balance({ state }: { state: Schemas['CallState'] }) {
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  const { setup, hung } = state;
  if (!setup || state.wrong_setup) return null;
  return (
    <>
      <BalanceOf setup={setup} hung={hung} on={state.on_door} label="as it hangs" railIn={state.said.rail_in} />
      <Cable setup={setup} length={measured.cable_length_in} />
      {measured.rise_in === undefined && setup.track.lift !== 'vertical' && (
        <Quiet>Until it is measured, the track above the door is taken as usual for its radius.</Quiet>
      )}
    </>
  );
}

type RowProps = {
  field: Schemas['FieldOut'] | undefined;
  known: Schemas['Measurement'] | undefined;
  usual: string;
  missing: boolean;
  current: boolean;
  pick: () => void;
};

function Row({ field, known, usual, missing, current, pick }: RowProps) {
  if (!field) return null;
  return (
    <Item className={missing ? 'missing' : ''} aria-current={current} onPress={pick}>
      <small>
        {field.label}
        {known && !known.entry ? ' (on file)' : ''}
      </small>
      <b>{known?.text ?? (missing ? 'needed' : usual || '–')}</b>
    </Item>
  );
}
