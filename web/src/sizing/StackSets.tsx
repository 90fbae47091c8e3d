import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { counterweightQuery } from '../api/queries';
import { lineOf } from '../drawing/SideView';
import { SideViewOf } from '../drawing/SideViewOf';
import { Caution, Figure, Label, Quiet, Split, Stack, Steps } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import { feet, stackWords } from '../ui/words';

const Figures = styled.div`display: flex; gap: 40px; flex-wrap: wrap;`;

type Answer = Schemas['CounterweightAnswer'];
type Props = { question: Schemas['CounterweightQuestion']; children?: (answer: Answer) => ReactNode; column?: boolean };

/** The plates that come nearest, what they leave over, and how the stack is set up. */
export function StackSets({ question, children, column = false }: Props) {
  const found = useQuery(counterweightQuery(question));
  if (found.isPending) return <Loading />;
  if (found.isError) return <Refused wrong={found.error} />;
  const {
    stack,
    stack_lb,
    wanted_lb,
    remainder_lb,
    profile,
    on_door: there,
    set_up,
    stack_drop_in,
    hub_turns,
  } = found.data;
  const lines = [
    ...(there ? [lineOf(there, 'plates on the door now', 'before' as const)] : []),
    lineOf(profile, `with ${stackWords(stack)}`, 'main' as const),
  ];
  const left = Math.abs(remainder_lb).toFixed(1);
  return (
    <Split $left="minmax(320px, 410px)" $column={column}>
      <Stack>
        <h2>Stack the plates</h2>
        <Figures>
          <Figure>
            {stack.plates.large} + {stack.plates.small}
            <small>large and small plates</small>
          </Figure>
          <Figure>
            {stack_lb.toFixed(1)}
            <small>lb, for {wanted_lb.toFixed(1)} wanted at the floor</small>
          </Figure>
        </Figures>
        <Quiet>
          {left === '0.0'
            ? 'Nothing left over.'
            : `${left} lb ${remainder_lb > 0 ? 'short' : 'over'} of what is wanted.`}{' '}
          {hub_turns} turns of strap; the stack comes down {feet(stack_drop_in)} as the door opens. Heaviest{' '}
          {Math.round(profile.worst_heavy_lb)} lb ▼ at {feet(profile.worst_heavy_height_in)}, hottest{' '}
          {Math.round(-profile.worst_hot_lb)} lb ▲ at {feet(profile.worst_hot_height_in)}.
        </Quiet>
        <Caution>A stack that slips falls with its whole weight. Block it before a plate is touched.</Caution>
        <Label>Set-up</Label>
        <Steps>
          {set_up.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </Steps>
      </Stack>
      <SideViewOf setup={question} carrier={{ counterweight: stack }} lines={lines} />
      {children?.(found.data)}
    </Split>
  );
}
