import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { Action, Plain } from '../../ui/buttons';
import { Panel, Quiet, Stack } from '../../ui/layout';
import { OneOf } from '../../ui/OneOf';
import { Refused } from '../../ui/states';
import type { Call } from '../useCall';
import { Coils } from './Coils';
import { Weigh } from './Weigh';

const Big = styled(
  Input,
)`font: 600 56px/1.1 'Barlow Condensed', sans-serif; width: 100%; border: 0; border-bottom: 2px solid var(--ink); background: none; color: var(--ink); padding: 0 4px; border-radius: 0;`;
const Name = styled(Label)`font: 600 22px 'Barlow Condensed', sans-serif;`;
const Pad = styled.div`display: grid; grid-template-columns: repeat(5, 1fr); gap: 6px; button { padding: 2px; }`;
const Line = styled.div`display: flex; gap: 10px; justify-content: space-between; align-items: center;`;
const SIXTEENTHS = [
  '1/16',
  '1/8',
  '3/16',
  '1/4',
  '5/16',
  '3/8',
  '7/16',
  '1/2',
  '9/16',
  '5/8',
  '11/16',
  '3/4',
  '13/16',
  '7/8',
  '15/16',
];

type Props = { field: Schemas['FieldOut']; known: Schemas['Measurement'] | undefined; call: Call; next: () => void };

/** One measurement: a choice to touch, or a number typed. */
export function MeasureField(props: Props) {
  const { field, call, next } = props;
  const [helping, setHelping] = useState(false);
  if (field.choices.length) return <ChoiceField {...props} />;
  const help = HELP[field.name];
  const keepWire = (wire: number) => {
    call.enter({ kind: 'measured', field: field.name, typed: String(wire) });
    next();
  };
  return (
    <Stack $gap={8}>
      <TypedField {...props} />
      {help && (
        <Plain aria-expanded={helping} onPress={() => setHelping(!helping)}>
          {helping ? 'Type it instead' : help}
        </Plain>
      )}
      {helping && (field.name === 'weight_lb' ? <Weigh call={call} done={next} /> : <Coils keep={keepWire} />)}
    </Stack>
  );
}

const HELP: Record<string, string> = {
  weight_lb: 'Two scales, more readings, or no scale',
  wire_in: 'Name the wire from 10 or 20 coils',
  other_wire_in: 'Name the wire from 10 or 20 coils',
};

function ChoiceField({ field, known, call, next }: Props) {
  const usual = call.state.asked.find((one) => one.field === field.name)?.usual;
  return (
    <Panel className="asked">
      <h3>{field.label}</h3>
      <Quiet>{field.ask}</Quiet>
      <OneOf
        label={field.label}
        options={field.choices.map(({ id, text }) => ({
          id,
          text: !known && text === usual ? `${text}: taken as usual` : text,
        }))}
        value={typeof known?.value === 'string' ? known.value : null}
        pick={(typed) => {
          call.enter({ kind: 'measured', field: field.name, typed });
          next();
        }}
        isDisabled={call.state.closed}
      />
    </Panel>
  );
}

/** One measurement, typed as on a tape; the server reads it and says what it understood before it is kept. */
function TypedField({ field, known, call, next }: Props) {
  const [typed, setTyped] = useState('');
  const [pad, setPad] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  // Focus goes with the question, but under a finger it would bring up the system's keyboard unasked.
  useEffect(() => {
    if (!matchMedia('(any-pointer: coarse)').matches) input.current?.focus({ preventScroll: true });
  }, []);
  const read = useMutation({
    mutationFn: () => data(client.POST('/api/bench/read', { body: { field: field.name, typed } })),
    onSuccess: () => {
      call.enter({ kind: 'measured', field: field.name, typed });
      next();
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim()) read.mutate();
  };
  const tape = field.quantity === 'length' || field.quantity === 'feet';
  const add = (fraction: string) => {
    setTyped(`${typed.replace(/\s*\d+\/\d+\s*$/, '').trim()} ${fraction}`.trim());
    input.current?.focus();
  };
  return (
    <Panel as="form" className="asked" onSubmit={submit}>
      <TextField value={typed} onChange={setTyped} isDisabled={call.state.closed}>
        <Name>{field.label}</Name>
        <Big
          ref={input}
          inputMode={field.quantity === 'count' ? 'numeric' : 'text'}
          autoComplete="off"
          placeholder={known?.text ?? ''}
        />
      </TextField>
      <Quiet>{field.ask}</Quiet>
      {read.isError && <Refused wrong={read.error} />}
      <Line>
        {tape ? <Plain onPress={() => setPad(!pad)}>{pad ? 'Put the pad away' : 'Sixteenths'}</Plain> : <span />}
        <Action type="submit" isDisabled={read.isPending || !typed.trim()}>
          Keep it
        </Action>
      </Line>
      {pad && tape && (
        <Pad role="group" aria-label="Sixteenths">
          {SIXTEENTHS.map((fraction) => (
            <Plain key={fraction} onPress={() => add(fraction)}>
              {fraction}
            </Plain>
          ))}
        </Pad>
      )}
    </Panel>
  );
}
