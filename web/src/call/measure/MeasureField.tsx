import { useQuery } from '@tanstack/react-query';
import { type FormEvent, type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { knowledgeQuery, sheetQuery } from '../../api/queries';
import { Action, Plain } from '../../ui/buttons';
import { useDebounced } from '../../ui/debounced';
import { useDraft } from '../../ui/draft';
import { Panel, Quiet, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { useRemembered } from '../../ui/remembered';
import { Refused } from '../../ui/states';
import { isMetric, withUnit } from '../../ui/units';
import type { Call } from '../useCall';
import { Coils } from './Coils';
import { TapePad } from './TapePad';
import { Weigh } from './Weigh';

const Big = styled(
  Input,
)`font: 600 56px/1.1 'Barlow Condensed', sans-serif; width: 100%; border: 0; border-bottom: 2px solid var(--ink); background: none; color: var(--ink); padding: 0 4px; border-radius: 0; margin-top: 8px;`;
const Name = styled(Label)`font: 600 22px 'Barlow Condensed', sans-serif;`;
const Line = styled.div`display: flex; flex-wrap: wrap; gap: 10px; justify-content: space-between; align-items: center;`;
const Reads = styled.p`min-height: 1.5em; b { font: 600 22px 'Barlow Condensed', sans-serif; }`;

type Props = {
  field: Schemas['FieldOut'];
  known: Schemas['Measurement'] | undefined;
  call: Call;
  /** Go on to the next number that is missing, or back to the one before. */
  next: () => void;
  back: () => void;
  /** Keep what was typed, wherever the page has gone meanwhile. */
  keep: (field: string, typed: string) => void;
  /** What was typed last and could not be read. */
  refused: RefusedTyping | undefined;
};
export type RefusedTyping = { field: string; typed: string; wrong: Error };

/** One measurement: a choice to touch, or a number typed. */
export function MeasureField(props: Props) {
  const { field, call, next, keep } = props;
  const [helping, setHelping] = useState(false);
  if (field.choices.length) return <ChoiceField {...props} />;
  const help = HELP[field.name];
  return (
    <Stack $gap={8}>
      <TypedField {...props} />
      {help && (
        <Plain aria-expanded={helping} onPress={() => setHelping(!helping)}>
          {helping ? 'Type it instead' : help}
        </Plain>
      )}
      {helping &&
        (field.name === 'weight_lb' ? (
          <Weigh call={call} done={next} />
        ) : (
          <Coils keep={(wire) => keep(field.name, String(wire))} />
        ))}
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
      <RadioButtons
        label={field.label}
        options={field.choices.map(({ id, text }) => ({
          id,
          text:
            !known && text === usual
              ? `${text}: ${field.name === 'carried_now' ? 'as found' : 'taken as usual'}`
              : text,
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

/** One measurement, typed as on a tape or tapped on the pad; what is understood of it stands beside it before it is kept. */
function TypedField({ field, known, call, next, back, keep, refused }: Props) {
  const [typed, setTyped, forget] = useDraft(field.name, refused?.typed ?? '');
  const coarse = matchMedia('(any-pointer: coarse)').matches;
  const [pad, setPad] = useRemembered('pad', coarse ? ['open', 'away'] : ['away', 'open']);
  const knowledge = useQuery(knowledgeQuery);
  const input = useRef<HTMLInputElement>(null);
  const open = pad === 'open' && field.quantity !== 'text';
  useEffect(() => {
    input.current?.focus({ preventScroll: true });
  }, []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim()) {
      keep(field.name, withUnit(typed, field.quantity));
      forget();
    } else if (known) next();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || !event.shiftKey) return;
    event.preventDefault();
    back();
  };
  const begun = typed.trim();
  const sizes =
    !isMetric() && field.name.endsWith('wire_in') && /\d{2}/.test(begun)
      ? (knowledge.data?.wires ?? []).map(String)
      : [];
  return (
    <Panel as="form" className="asked" onSubmit={submit}>
      <TextField value={typed} onChange={setTyped} isDisabled={call.state.closed}>
        <Name>{field.label}</Name>
        <Big
          ref={input}
          // With the pad open a finger on the field must not bring up the system's keyboard over it.
          inputMode={open && coarse ? 'none' : field.quantity === 'count' ? 'numeric' : 'text'}
          autoComplete="off"
          placeholder={known?.text ?? ''}
          onKeyDown={onKeyDown}
        />
      </TextField>
      <Understood field={field} typed={typed} />
      {refused && refused.typed === withUnit(typed, field.quantity) && <Refused wrong={refused.wrong} />}
      <Line>
        {field.quantity !== 'text' && (
          <Plain aria-expanded={open} onPress={() => setPad(open ? 'away' : 'open')}>
            {open ? 'Put the pad away' : 'Tape pad'}
          </Plain>
        )}
        <Action type="submit" isDisabled={!begun}>
          Keep it, next
        </Action>
      </Line>
      {open && (
        <TapePad
          quantity={field.quantity}
          inFractions={field.name === 'cable_in'}
          typed={typed}
          type={(next) => {
            setTyped(next);
            if (!coarse) input.current?.focus();
          }}
          sizes={sizes.filter(
            (size) => `0${begun.replace(/^0/, '')}` === size.slice(0, begun.replace(/^0/, '').length + 1),
          )}
        />
      )}
    </Panel>
  );
}

/** What is understood of what stands in the field so far, or what to measure while nothing does. */
function Understood({ field, typed }: { field: Schemas['FieldOut']; typed: string }) {
  const settled = useDebounced(typed.trim());
  const read = useQuery({
    ...sheetQuery({ [field.name]: withUnit(settled, field.quantity) }),
    enabled: settled !== '',
  });
  const text =
    settled && settled === typed.trim() && !read.isPlaceholderData ? read.data?.texts[field.name] : undefined;
  if (text === undefined) return <Reads as={Quiet}>{field.ask}</Reads>;
  return (
    <Reads aria-live="polite">
      reads as <b>{text}</b>
    </Reads>
  );
}
