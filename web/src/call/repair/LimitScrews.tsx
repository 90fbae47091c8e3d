import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { LimitRail } from '../../drawing/LimitRail';
import { Action, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Label, Panel, Quiet, Row, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { useRemembered } from '../../ui/remembered';
import { Refused } from '../../ui/states';
import { withUnit } from '../../ui/units';
import { TapePad } from '../measure/TapePad';
import type { Call } from '../useCall';
import { turnsSaid } from './turns';

const Turn = styled.p`font: 600 24px/1.25 'Barlow Condensed', sans-serif;`;
const Count = styled.b`font: 600 24px/1 'Barlow Condensed', sans-serif; min-width: 11ch;`;
type End = Schemas['LimitEndState'];
const NAMES = { up: 'Open end', down: 'Closed end' } as const;
const EIGHTH = 1 / 8;

/** Which screw do I turn now, which way and how far; and where did the trolley stop after that? */
export function LimitScrews({ call, limits }: { call: Call; limits: Schemas['LimitsState'] }) {
  const [picked, pick] = useState<End['end'] | null>(null);
  const isSettled = (one: End) => one.off_in !== null && one.turns === 0;
  const end = limits.ends.find((one) => (picked ? one.end === picked : !isSettled(one))) ?? limits.ends[0];
  if (!end) return null;
  const off = (name: End['end']) => limits.ends.find((one) => one.end === name)?.off_in ?? null;
  return (
    <Panel role="group" aria-label="Limit screws">
      <LimitRail up={off('up')} down={off('down')} />
      <RadioButtons
        label="The end"
        flow
        value={end.end}
        pick={pick}
        options={limits.ends.map((one) => ({
          id: one.end,
          text: `${NAMES[one.end]}${isSettled(one) ? ': as it should be' : ''}`,
        }))}
      />
      <Turn aria-live="polite">{end.sentence}</Turn>
      <Quiet>{limits.unit}</Quiet>
      {!call.state.closed && (
        <WhereItStops
          key={`${end.end} ${end.since} ${end.looks.length}`}
          call={call}
          end={end}
          entered={() => pick(end.end)}
        />
      )}
      {end.looks.length > 0 && (
        <div>
          <Label>Seen so far</Label>
          {end.looks.map((one) => (
            <Row key={one.entry}>
              <span>{one.words}</span>
              {!call.state.closed && (
                <Plain
                  aria-label={`Take back: ${one.words}`}
                  onPress={() => call.enter({ kind: 'withdrawn', entry: one.entry, reason: 'measured wrong' })}
                >
                  Take back
                </Plain>
              )}
            </Row>
          ))}
        </div>
      )}
    </Panel>
  );
}

type Stops = 'short' | 'on' | 'beyond';
const STOPS: readonly { id: Stops; text: string }[] = [
  { id: 'short', text: 'Short of its mark' },
  { id: 'on', text: 'On its mark' },
  { id: 'beyond', text: 'Beyond its mark' },
];

/** How far the screw was turned since, and where the trolley stops now. */
function WhereItStops({ call, end, entered }: { call: Call; end: End; entered: () => void }) {
  const [turns, setTurns] = useState(end.turns);
  const [stops, setStops] = useState<Stops | null>(null);
  const [typed, setTyped] = useState('');
  const [pad, setPad] = useRemembered(
    'pad',
    matchMedia('(any-pointer: coarse)').matches ? ['open', 'away'] : ['away', 'open'],
  );
  const read = useMutation({
    mutationFn: async () => {
      if (stops === 'on') return 0;
      const field = `limit_${end.end}_off_in`;
      const length = await data(client.POST('/api/bench/read', { body: { field, typed: withUnit(typed, 'length') } }));
      return Number(length.value) * (stops === 'beyond' ? 1 : -1);
    },
    onSuccess: (off_in) => {
      entered();
      call.enter({ kind: 'limit', end: end.end, off_in, turns, since: turns ? end.since : '' });
    },
  });
  // One at a time, and none while the last one is on its way: the next is measured from it.
  const isOnItsWay = read.isPending || call.waiting.some(({ body }) => body.kind === 'limit');
  const isOff = isOnItsWay || stops === null || (stops !== 'on' && !typed.trim());
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!isOff) read.mutate();
  };
  return (
    <Stack as="form" $gap={10} onSubmit={submit}>
      {end.since && (
        <>
          <Label>The screw was turned</Label>
          <Row role="group" aria-label="The screw was turned" style={{ justifyContent: 'start' }}>
            <Plain aria-label="An eighth less clockwise" onPress={() => setTurns(turns - EIGHTH)}>
              −⅛
            </Plain>
            <Plain aria-label="An eighth more clockwise" onPress={() => setTurns(turns + EIGHTH)}>
              +⅛
            </Plain>
            <Count aria-live="polite">{turnsSaid(turns)}</Count>
          </Row>
        </>
      )}
      <Label>{end.since ? 'Run again, it stops' : 'It stops'}</Label>
      <RadioButtons
        label={end.since ? 'Run again, it stops' : 'It stops'}
        flow
        value={stops}
        pick={setStops}
        options={STOPS}
      />
      {stops !== null && stops !== 'on' && (
        <>
          <Field label="Off by" hint="From where it stops to the mark." value={typed} onChange={setTyped} />
          <Row style={{ justifyContent: 'start' }}>
            <Plain aria-expanded={pad === 'open'} onPress={() => setPad(pad === 'open' ? 'away' : 'open')}>
              {pad === 'open' ? 'Put the pad away' : 'Tape pad'}
            </Plain>
          </Row>
          {pad === 'open' && <TapePad quantity="length" typed={typed} type={setTyped} sizes={[]} />}
        </>
      )}
      <Row style={{ justifyContent: 'start' }}>
        <Action type="submit" isDisabled={isOff}>
          Keep where it stops
        </Action>
      </Row>
      {read.isError && <Refused wrong={read.error} />}
    </Stack>
  );
}
