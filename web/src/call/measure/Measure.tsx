import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { knowledgeQuery } from '../../api/queries';
import { BalanceOf } from '../../drawing/BalanceOf';
import { InsideView } from '../../drawing/InsideView';
import { MainAction, Plain } from '../../ui/buttons';
import { Caution, Label, Quiet, Split, Stack } from '../../ui/layout';
import { Loading } from '../../ui/states';
import type { StageProps } from '../stageProps';
import { Cable } from './Cable';
import { MeasureField } from './MeasureField';

const TITLES: Record<string, string> = {
  door: 'The door',
  track: 'Track',
  drum: 'Drums, shaft, cable',
  springs: 'What carries it now',
  use: 'For how long',
};
const Grid = styled.div`display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 8px; @media (max-width: 460px) { grid-template-columns: minmax(0, 1fr); }`;
const Item = styled(Button)`
  font: inherit; color: inherit; text-align: left; cursor: pointer; display: grid; min-height: 60px; padding: 6px 12px; background: var(--sheet); border: 1px solid var(--line); border-radius: 0;
  &[aria-current='true'] { border: 2px solid var(--action); }
  &.missing { border-style: dashed; border-color: var(--edge); } small { color: var(--quiet); font-size: 15px; } b { font: 600 23px/1.1 'Barlow Condensed', sans-serif; }`;

/** Which number does the drawing still lack? */
export function Measure({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const { state } = call;
  const [picked, setPicked] = useState<string | null>(null);
  const [rare, setRare] = useState(false);
  if (!knowledge.data) return <Loading />;
  const fields = new Map(knowledge.data.fields.map((field) => [field.name, field]));
  const known = new Map(state.measured.map((one) => [one.field, one]));
  const shown = state.asked.filter((one) => rare || !one.rare || known.has(one.field));
  const order = shown.map((one) => one.field);
  const current =
    (picked && order.includes(picked) ? picked : null) ??
    state.missing[0] ??
    order.find((name) => !known.has(name) && !fields.get(name)?.choices.length) ??
    'weight_lb';
  const field = fields.get(current);
  // Choices have a usual answer: they are touched when they differ, not walked through.
  const next = () => {
    const after = [...order.slice(order.indexOf(current) + 1), ...order];
    setPicked(after.find((name) => name !== current && !known.has(name) && !fields.get(name)?.choices.length) ?? null);
  };
  const groups = [...new Set(shown.map((one) => one.group))];
  return (
    <Split $left="minmax(0, 430px)">
      <Stack $gap={16}>
        {field && <MeasureField key={current} field={field} known={known.get(current)} call={call} next={next} />}
        {state.wrong_setup && <Caution role="alert">{state.wrong_setup}</Caution>}
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
                    pick={() => setPicked(one.field)}
                  />
                ))}
            </Grid>
          </Stack>
        ))}
        <Plain aria-expanded={rare} onPress={() => setRare(!rare)}>
          {rare ? 'Only the usual numbers' : 'More: uneven sections, struts, odd springs, room, cable'}
        </Plain>
      </Stack>
      <Drawn state={state} />
      <MainAction isDisabled={!state.setup || Boolean(state.wrong_setup)} onPress={() => go('size')}>
        {state.wrong_setup
          ? 'Not yet: see what is wrong'
          : state.setup
            ? 'Size the springs'
            : `${state.missing.length} numbers to go`}
      </MainAction>
    </Split>
  );
}

/** The door as measured so far, from inside and, once it can be computed, from the side. */
function Drawn({ state }: { state: Schemas['CallState'] }) {
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  const { setup, hung } = state;
  return (
    <Stack>
      <InsideView measured={measured} said={state.said} plates={state.on_door.counterweight?.plates} />
      {setup && !state.wrong_setup && (
        <>
          <BalanceOf setup={setup} hung={hung} carrier={state.on_door} label="as it hangs" />
          <Cable setup={setup} length={measured.cable_length_in} />
        </>
      )}
      {setup && measured.rise_in === undefined && setup.track.lift !== 'vertical' && (
        <Quiet>Until it is measured, the track above the door is taken as usual for its radius.</Quiet>
      )}
    </Stack>
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
