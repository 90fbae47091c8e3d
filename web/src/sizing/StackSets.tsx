import type { ReactNode } from 'react';
import type { Schemas } from '../api/client';
import { lineOf } from '../drawing/lines';
import { SideViewOf } from '../drawing/SideViewOf';
import { Caution, Figure, Figures, Label, Quiet, Split, Stack, Steps } from '../ui/layout';
import { plain, unitSaid } from '../ui/units';

type Props = {
  setup: Pick<Schemas['Setup'], 'door' | 'track' | 'drum'>;
  answer: Schemas['CounterweightAnswer'];
  doubts?: string[];
  children?: ReactNode;
  column?: boolean;
};

/** The plates that come nearest, what they leave over, and how the stack is set up. */
export function StackSets({ setup, answer, doubts = [], children, column = false }: Props) {
  const { stack, stack_lb, wanted_lb, profile, on_door: there, set_up } = answer;
  const lines = [
    ...(there ? [lineOf(there, 'plates on the door now', 'before')] : []),
    lineOf(profile, `with ${answer.words}`, 'main'),
  ];
  return (
    <Split $left="minmax(320px, 410px)" $column={column}>
      <Stack>
        <h2>Stack the plates</h2>
        {doubts.map((doubt) => (
          <Caution key={doubt}>{doubt}</Caution>
        ))}
        {answer.cannot && <Caution role="alert">{answer.cannot}</Caution>}
        <Figures>
          <Figure>
            {stack.plates.large} + {stack.plates.small}
            <small>large and small plates</small>
          </Figure>
          <Figure>
            {plain(stack_lb, 'lb', 1)}
            <small>
              {unitSaid('lb')}, for {plain(wanted_lb, 'lb', 1)} wanted at the floor
            </small>
          </Figure>
        </Figures>
        <Quiet>{answer.left_words}</Quiet>
        <Caution>{answer.caution}</Caution>
        <Label>Set-up</Label>
        <Steps>
          {set_up.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </Steps>
      </Stack>
      <SideViewOf setup={setup} carrier={{ counterweight: stack }} lines={lines} />
      {children}
    </Split>
  );
}
