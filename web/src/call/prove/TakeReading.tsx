import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { client, data, type Schemas } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Caution, Panel } from '../../ui/layout';
import { usePressGuard } from '../../ui/pressGuard';
import { RadioButtons } from '../../ui/RadioButtons';
import { Refused } from '../../ui/states';
import { isMetric, withUnit } from '../../ui/units';
import { feet } from '../../ui/words';
import type { Call } from '../useCall';

type Way = 'let_go' | 'gauge' | 'toss';
const WAYS: readonly { id: Way; text: string }[] = [
  { id: 'let_go', text: 'Let go' },
  { id: 'gauge', text: 'Gauge' },
  { id: 'toss', text: 'Toss' },
];
const ASKS: Record<Way, (height: string) => string> = {
  let_go: (height) => `Let go at ${height}. What does it do?`,
  gauge: (height) => `Pull it slowly past ${height}, up and down. What does the gauge say?`,
  toss: () => 'Toss it up from the floor. How high does it coast?',
};
/** What goes up above, what goes down below its own side, what holds between them. */
const PLACES: Record<Schemas['OutcomeState']['id'], string> = {
  runs_up: '1 / 1',
  holds: '1 / 2 / 3',
  runs_down: '1 / 3',
  creeps_up: '2 / 1',
  creeps_down: '2 / 3',
};
const Outcomes = styled.div`display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 6px; button { min-height: 56px; padding: 4px 6px; place-items: center; text-align: center; } @media (max-width: 700px) { button { font-size: 17px; } }`;
const Asked = styled(Panel)`@media (max-width: 700px) { padding: 10px; gap: 8px; }`;
const Force = styled.form`display: grid; grid-template-columns: 1fr auto auto; gap: 8px; align-items: end;`;

type Props = {
  call: Call;
  /** Where the bottom edge stands [in]. */
  height: number;
  pick: (inches: number | null) => void;
  isBusy: boolean;
  takeFocus: boolean;
};

/** Let go at a height and touch what the door does; or read the hand force with a gauge. */
export function TakeReading({ call, height, pick, isBusy, takeFocus }: Props) {
  const top = call.state.setup?.door.height_in ?? 84;
  const heights = [...new Set([...call.state.reading_heights_in, height])].sort((one, other) => one - other);
  const [way, setWay] = useState<Way>('let_go');
  const entered = call.waiting.filter(({ body }) => body.kind === 'reading').length;
  const isRested = usePressGuard(`${height}, after ${call.state.readings.length + entered}`);
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The gates that stood here are gone, and the keyboard's place with them: it goes on from what is asked now.
    if (takeFocus) panel.current?.focus({ preventScroll: true });
  }, [takeFocus]);
  const read = (reading: Schemas['Reading']) => {
    if (!isRested()) return;
    pick(null);
    call.enter({ kind: 'reading', reading });
  };
  return (
    <Asked ref={panel} tabIndex={-1} className="asked" role="group" aria-label="Take a reading" aria-busy={isBusy}>
      <h3>{ASKS[way](feet(height))}</h3>
      {way === 'toss' ? (
        <Choice onPress={() => read({ height_in: height, tossed: true })}>
          {height === top ? 'It flies to open' : `It coasts to about ${height ? feet(height) : 'nowhere'} and settles`}
        </Choice>
      ) : way === 'gauge' ? (
        <GaugeReading call={call} height={height} stay={() => pick(height)} />
      ) : (
        <Outcomes role="group" aria-label="What the door does">
          {call.state.outcomes.map((one) => (
            <Choice
              key={one.id}
              style={{ gridArea: PLACES[one.id] }}
              onPress={() => read({ height_in: height, outcome: one.id })}
            >
              {one.text}
            </Choice>
          ))}
        </Outcomes>
      )}
      <Caution>Keep a hand near the door: one that runs can drop or fly.</Caution>
      <RadioButtons
        label="Height of the bottom edge"
        flow
        value={String(height)}
        pick={(id) => pick(Number(id))}
        options={heights.map((one) => ({
          id: String(one),
          text: one === 0 ? 'floor' : one === top ? 'open' : feet(one),
        }))}
      />
      <RadioButtons label="How it is read" flow value={way} pick={setWay} options={WAYS} />
    </Asked>
  );
}

/** Both ways at one height: the half of their difference is the drag. */
function GaugeReading({ call, height, stay }: { call: Call; height: number; stay: () => void }) {
  const [typed, setTyped] = useDraft('force');
  const read = useMutation({
    mutationFn: async (direction: 'raising' | 'lowering') => {
      const force = await data(
        client.POST('/api/bench/read', { body: { field: 'hand_force_lb', typed: withUnit(typed, 'weight') } }),
      );
      return { direction, force: Number(force.value), sent: typed };
    },
    onSuccess: ({ direction, force, sent }) => {
      stay();
      call.enter({ kind: 'reading', reading: { height_in: height, force_lb: force, direction } });
      // What was typed meanwhile is the next reading.
      setTyped((now) => (now === sent ? '' : now));
    },
  });
  // One at a time: the next must not overtake it, and a double tap is one reading.
  const isOff = !typed.trim() || read.isPending;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!isOff) read.mutate('raising');
  };
  return (
    <Force onSubmit={submit}>
      <Field
        label="Hand force"
        hint={`${isMetric() ? 'Kilograms' : 'Pounds'}; below zero when you push it down`}
        value={typed}
        onChange={setTyped}
      />
      <Plain isDisabled={isOff} onPress={() => read.mutate('raising')}>
        going up
      </Plain>
      <Plain isDisabled={isOff} onPress={() => read.mutate('lowering')}>
        going down
      </Plain>
      {read.isError && <Refused wrong={read.error} />}
    </Force>
  );
}
