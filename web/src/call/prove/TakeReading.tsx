import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Caution } from '../../ui/layout';
import { Refused } from '../../ui/states';
import { feet } from '../../ui/words';
import type { Call } from '../useCall';
import { OUTCOMES } from './outcomes';

const Box = styled.div`background: var(--sheet); border: 2px solid var(--action); padding: 14px; display: grid; gap: 10px;`;
const Heights = styled.div`display: flex; flex-wrap: wrap; gap: 6px; button { width: auto; min-height: 48px; padding-inline: 14px; }`;
const Outcomes = styled.div`display: grid; gap: 6px; button { min-height: 50px; }`;
const Force = styled.form`display: grid; grid-template-columns: 1fr auto auto; gap: 8px; align-items: end;`;

/** Let go at a height and touch what the door does; or read the hand force with a gauge. */
export function TakeReading({ call }: { call: Call }) {
  const top = call.state.setup?.door.height_in ?? 84;
  const heights = call.state.reading_heights_in;
  const [height, setHeight] = useState(42);
  const [gauge, setGauge] = useState(false);
  return (
    <Box role="group" aria-label="Take a reading">
      <h3>Let go at {feet(height)}. What does it do?</h3>
      <Caution>Keep a hand near the door: one that runs can drop or fly.</Caution>
      <Heights role="group" aria-label="Height of the bottom edge">
        {heights.map((one) => (
          <Choice key={one} aria-pressed={one === height} onPress={() => setHeight(one)}>
            {one === 0 ? 'floor' : one === top ? 'open' : feet(one)}
          </Choice>
        ))}
      </Heights>
      {gauge ? (
        <GaugeReading call={call} height={height} />
      ) : (
        <Outcomes role="group" aria-label="What the door does">
          {OUTCOMES.map((one) => (
            <Choice
              key={one.id}
              onPress={() => call.enter({ kind: 'reading', reading: { height_in: height, outcome: one.id } })}
            >
              {one.mark} It {one.text}
            </Choice>
          ))}
        </Outcomes>
      )}
      <Plain onPress={() => setGauge(!gauge)}>{gauge ? 'Let go instead' : 'Read the hand force with a gauge'}</Plain>
    </Box>
  );
}

function GaugeReading({ call, height }: { call: Call; height: number }) {
  const [typed, setTyped] = useState('');
  const read = useMutation({
    mutationFn: async (direction: 'raising' | 'lowering') => {
      const force = await data(client.POST('/api/bench/read', { body: { field: 'hand_force_lb', typed } }));
      return { direction, force: Number(force.value), sent: typed };
    },
    onSuccess: ({ direction, force, sent }) => {
      call.enter({ kind: 'reading', reading: { height_in: height, force_lb: force, direction } });
      // What was typed meanwhile is the next reading.
      setTyped((now) => (now === sent ? '' : now));
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    read.mutate('raising');
  };
  return (
    <Force onSubmit={submit}>
      <Field label="Hand force" hint="Pounds; below zero when you push it down" value={typed} onChange={setTyped} />
      <Plain isDisabled={!typed.trim()} onPress={() => read.mutate('raising')}>
        going up
      </Plain>
      <Plain isDisabled={!typed.trim()} onPress={() => read.mutate('lowering')}>
        going down
      </Plain>
      {read.isError && <Refused wrong={read.error} />}
    </Force>
  );
}
