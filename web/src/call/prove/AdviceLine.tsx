import { useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Action, Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Stack } from '../../ui/layout';
import { Gates } from '../Gates';
import { gatesBefore } from '../groups';
import type { Call } from '../useCall';

const Said = styled.p`font: 600 30px/1.15 'Barlow Condensed', sans-serif;`;

type Props = { call: Call; answer: Schemas['TrimAnswer']; taken: number };
type Step = Schemas['AdviceOut']['step'];

const CAUTIONS: Record<Step, string> = {
  quarter_turn: 'Door down and clamped, a bar seated and carrying the load, before any set screw is loosened.',
  cable_hole: 'Door fully open and clamped or propped, springs slack, before a hook is moved. Both sides alike.',
  small_plate: 'Door down and clamped, stack blocked, before a plate is touched.',
};
const DONE: Record<Step, [string, string]> = {
  quarter_turn: ['quarter-turn each', 'quarter-turns each'],
  cable_hole: ['hole each side', 'holes each side'],
  small_plate: ['small plate', 'small plates'],
};

/** The advice in one sentence, and the trim as one touch once it is done on the door. */
export function AdviceLine({ call, answer, taken }: Props) {
  const { advice, moved } = answer;
  const work = gatesBefore(call.state, 'work');
  const [trimming, setTrimming] = useState(false);
  const trimmed = () => {
    call.enter({ kind: 'trimmed', ...ENTRIES[advice.step](advice.steps) });
    setTrimming(false);
  };
  return (
    <div role="region" aria-label="Advice">
      <Said aria-live="polite">{advice.sentence}</Said>
      {taken > 0 && moved.cause !== 'as_expected' && <p>{moved.sentence}</p>}
      {taken > 0 && (
        <Quiet>
          Reads as {range(answer.weight_lb, 0)} lb, {SETTINGS[answer.setting_unit]} off by{' '}
          {range(answer.setting_error, 1)}, friction {range(answer.friction_lb, 0)} lb.
        </Quiet>
      )}
      {advice.kind === 'resize' && <PlainLink to={`/calls/${call.call.key}/size`}>Size again</PlainLink>}
      {advice.kind === 'trim' && !call.state.closed && !trimming && (
        <Plain onPress={() => setTrimming(true)}>Trim it now</Plain>
      )}
      {advice.kind === 'trim' && !call.state.closed && trimming && (
        <Stack $gap={10}>
          <Caution>{CAUTIONS[advice.step]}</Caution>
          {work && <Gates call={call} group={work} />}
          <Action isDisabled={!work?.met} onPress={trimmed}>
            {work?.met ? `Trimmed: ${signed(advice)}` : 'Meet every gate first'}
          </Action>
        </Stack>
      )}
    </div>
  );
}

const SETTINGS = { turns: 'turns', in: 'inches of stretch', lb: 'pounds of plates' };
const ENTRIES: Record<Step, (steps: number) => Partial<Schemas['Trimmed']>> = {
  quarter_turn: (steps) => ({ quarter_turns_per_spring: steps }),
  cable_hole: (steps) => ({ cable_holes: steps }),
  small_plate: (steps) => ({ small_plates: steps }),
};

function signed({ steps, step }: Schemas['AdviceOut']): string {
  const size = Math.abs(steps);
  return `${steps > 0 ? '+' : '−'}${size} ${DONE[step][size === 1 ? 0 : 1]}`;
}

function range({ likely, low, high }: Schemas['EstimateOut'], digits: number): string {
  const write = (value: number) => value.toFixed(digits).replace('-', '−');
  return `${write(likely)} (${write(low)} to ${write(high)})`;
}
