import { useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Action, Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Stack } from '../../ui/layout';
import { Gates } from '../Gates';
import type { Call } from '../useCall';

const Said = styled.p`font: 600 30px/1.15 'Barlow Condensed', sans-serif;`;

type Props = { call: Call; answer: Schemas['TrimAnswer']; taken: number };

/** The advice in one sentence, and the trim as one touch once it is done on the door. */
export function AdviceLine({ call, answer, taken }: Props) {
  const { advice } = answer;
  const winding = call.state.gate_groups.find((group) => group.id === 'winding');
  const quarters = advice.quarter_turns_per_spring;
  const [trimming, setTrimming] = useState(false);
  const trimmed = () => {
    call.enter({ kind: 'trimmed', quarter_turns_per_spring: quarters });
    setTrimming(false);
  };
  return (
    <div role="region" aria-label="Advice">
      <Said aria-live="polite">{advice.sentence}</Said>
      {taken > 0 && (
        <Quiet>
          Reads as {range(answer.weight_lb, 0)} lb, turns off by {range(answer.turn_error, 1)}, friction{' '}
          {range(answer.friction_lb, 0)} lb.
        </Quiet>
      )}
      {advice.kind === 'resize' && <PlainLink to={`/calls/${call.call.key}/size`}>Size again</PlainLink>}
      {advice.kind === 'trim' && !call.state.closed && !trimming && (
        <Plain onPress={() => setTrimming(true)}>Trim it now</Plain>
      )}
      {advice.kind === 'trim' && !call.state.closed && trimming && (
        <Stack $gap={10}>
          <Caution>
            Door down and clamped, a bar seated and carrying the load, before any set screw is loosened.
          </Caution>
          {winding && <Gates call={call} group={winding} />}
          <Action isDisabled={!winding?.met} onPress={trimmed}>
            {winding?.met
              ? `Trimmed: ${quarters > 0 ? '+' : '−'}${Math.abs(quarters)} quarter-turns each`
              : 'Meet every gate first'}
          </Action>
        </Stack>
      )}
    </div>
  );
}

function range({ likely, low, high }: Schemas['EstimateOut'], digits: number): string {
  const write = (value: number) => value.toFixed(digits).replace('-', '−');
  return `${write(likely)} (${write(low)} to ${write(high)})`;
}
