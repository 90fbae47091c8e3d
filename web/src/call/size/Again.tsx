import { type FormEvent, useState } from 'react';
import type { Schemas } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Panel, Quiet, Stack } from '../../ui/layout';

type Props = { again: Schemas['AgainOut']; wind: (quarterTurns: number) => void };

/** Keep the springs that hang there: let them down, put right what was wrong, and wind them again. To which count? */
export function Again({ again, wind }: Props) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const count = Number(typed);
  const readable = Number.isInteger(count) && count >= again.least && count <= again.most;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (readable) wind(count);
  };
  if (!open) return <Plain onPress={() => setOpen(true)}>These springs, again</Plain>;
  return (
    <Panel role="group" aria-label="These springs, again">
      <h3>Let down, put right, wound again to</h3>
      <Quiet>{again.words || 'Their sizes are not measured: they can be wound again all the same.'}</Quiet>
      <Stack $gap={6}>
        {again.turns.map((one) => (
          <Choice key={one.quarter_turns} onPress={() => wind(one.quarter_turns)}>
            <b>{one.quarter_turns} quarter-turns each</b>
            <Quiet as="span">{one.said}</Quiet>
          </Choice>
        ))}
      </Stack>
      <form onSubmit={submit}>
        <Stack $gap={8}>
          <Field
            label="Or another count"
            hint={`${again.least} to ${again.most} quarter-turns`}
            value={typed}
            onChange={setTyped}
          />
          <Plain type="submit" isDisabled={!readable}>
            Wind them to that
          </Plain>
        </Stack>
      </form>
      <Plain onPress={() => setOpen(false)}>Pick others instead</Plain>
    </Panel>
  );
}
