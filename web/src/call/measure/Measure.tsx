import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { knowledgeQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { MainAction } from '../../ui/buttons';
import { Label, Quiet, Split, Stack } from '../../ui/layout';
import { Loading } from '../../ui/states';
import type { StageProps } from '../stageProps';
import { MeasureField } from './MeasureField';

const DOOR = ['weight_lb', 'width_in', 'height_in', 'section_count'];
const TRACK = ['radius_in', 'rise_in', 'drum_diameter_in', 'cable_in'];
const SPRINGS = ['wire_in', 'inside_diameter_in', 'length_in', 'spring_count'];
const Grid = styled.div`display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 8px; @media (max-width: 460px) { grid-template-columns: minmax(0, 1fr); }`;
const Item = styled.button`
  all: unset; box-sizing: border-box; cursor: pointer; display: grid; min-height: 60px; padding: 6px 12px; background: var(--sheet); border: 1px solid var(--line);
  &[aria-current='true'] { border: 2px solid var(--action); } &:focus-visible { outline: 3px solid var(--action); outline-offset: 2px; }
  &.missing { border-style: dashed; border-color: var(--edge); } small { color: var(--quiet); font-size: 15px; } b { font: 600 23px/1.1 'Barlow Condensed', sans-serif; }`;

/** Which number does the drawing still lack? */
export function Measure({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const { state } = call;
  const [picked, setPicked] = useState<string | null>(null);
  if (!knowledge.data) return <Loading />;
  const fields = new Map(knowledge.data.fields.map((field) => [field.name, field]));
  const known = new Map(state.measured.map((one) => [one.field, one]));
  const order = [...DOOR, ...TRACK, ...SPRINGS, 'cycles_wanted'];
  const current = picked ?? state.missing[0] ?? order.find((name) => !known.has(name)) ?? 'weight_lb';
  const field = fields.get(current);
  const next = () => {
    const after = [...order.slice(order.indexOf(current) + 1), ...order];
    setPicked(after.find((name) => name !== current && !known.has(name)) ?? null);
  };
  const list = (title: string, names: string[]) => (
    <Stack $gap={6}>
      <Label>{title}</Label>
      <Grid>
        {names.map((name) => (
          <Row
            key={name}
            field={fields.get(name)}
            known={known.get(name)}
            missing={state.missing.includes(name)}
            current={name === current}
            pick={() => setPicked(name)}
          />
        ))}
      </Grid>
    </Stack>
  );
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  return (
    <Split $left="minmax(0, 430px)">
      <Stack $gap={16}>
        {field && <MeasureField key={current} field={field} known={known.get(current)} call={call} next={next} />}
        {list('The door', DOOR)}
        {list('Track, drums, cable', TRACK)}
        {list('Springs on the door now', SPRINGS)}
        {list('For how long', ['cycles_wanted'])}
      </Stack>
      <Stack>
        <InsideView measured={measured} springs={state.on_door} quarterTurns={state.on_door_quarter_turns ?? null} />
        <Quiet>
          Standard lift, torsion springs, sections alike.{' '}
          {measured.rise_in === undefined
            ? 'Until it is measured, the track above the door is taken as usual for its radius.'
            : ''}
        </Quiet>
      </Stack>
      <MainAction isDisabled={!state.setup} onPress={() => go('size')}>
        {state.setup ? 'Size the springs' : `${state.missing.length} numbers to go`}
      </MainAction>
    </Split>
  );
}

type RowProps = {
  field: Schemas['FieldOut'] | undefined;
  known: Schemas['Measurement'] | undefined;
  missing: boolean;
  current: boolean;
  pick: () => void;
};

function Row({ field, known, missing, current, pick }: RowProps) {
  if (!field) return null;
  return (
    <Item type="button" className={missing ? 'missing' : ''} aria-current={current} onClick={pick}>
      <small>
        {field.label}
        {known && !known.entry ? ' (on file)' : ''}
      </small>
      <b>{known?.text ?? (missing ? 'needed' : '–')}</b>
    </Item>
  );
}
