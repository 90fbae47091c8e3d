import { type FormEvent, useState } from 'react';
import type { Schemas } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Panel, Quiet, Stack } from '../../ui/layout';
import { MainAction } from '../../ui/MainAction';
import type { StageProps } from '../stageProps';

type Props = StageProps & { offer: Schemas['Offer'] };

/** Keep what hangs there: wound again to which count, or trimmed as the balance says? */
export function Keep({ call, go, offer }: Props) {
  if (offer.again) return <Again call={call} go={go} words={offer.says} again={offer.again} />;
  return (
    <Stack>
      <h2>It stays as it hangs</h2>
      <p>{offer.says}</p>
      <Quiet>The balance says whether its setting is to be changed, and by how much.</Quiet>
      <MainAction onPress={() => go('prove')}>Check the balance</MainAction>
    </Stack>
  );
}

/** Keep the springs: let them down, put right what was wrong, and wind them again. To which count? */
function Again({ call, go, words, again }: StageProps & { words: string; again: Schemas['AgainState'] }) {
  const [typed, setTyped] = useState('');
  const count = Number(typed);
  const readable = Number.isInteger(count) && count >= again.least && count <= again.most;
  const wind = (quarter_turns: number) => {
    call.enter({ kind: 'again', quarter_turns });
    go('repair');
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (readable) wind(count);
  };
  return (
    <Panel role="group" aria-label="These springs, again">
      <h2>Let down, put right, wound again to</h2>
      <Quiet>{words}</Quiet>
      <Stack $gap={6}>
        {again.turns.map((one) => (
          <Choice key={one.quarter_turns} isDisabled={call.state.closed} onPress={() => wind(one.quarter_turns)}>
            <b>
              {one.quarter_turns} quarter-turns{call.state.parts.length > 1 ? ' each' : ''}
            </b>
            <Quiet as="span">{one.said}</Quiet>
          </Choice>
        ))}
      </Stack>
      <form onSubmit={submit}>
        <Stack $gap={8}>
          <Field
            label={again.turns.length ? 'Or another count' : 'To which count'}
            hint={`${again.least} to ${again.most} quarter-turns`}
            value={typed}
            onChange={setTyped}
          />
          <Plain type="submit" isDisabled={!readable || call.state.closed}>
            Wind them to that
          </Plain>
        </Stack>
      </form>
    </Panel>
  );
}
