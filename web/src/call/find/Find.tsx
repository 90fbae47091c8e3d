import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { knowledgeQuery } from '../../api/queries';
import { InsideView } from '../../drawing/InsideView';
import { MainAction, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Quiet, Split, Stack } from '../../ui/layout';
import { OneOf } from '../../ui/OneOf';
import type { StageProps } from '../stageProps';

/** What was found? A plain list: the technician's own judgement, written down. */
export function Find({ call, go }: StageProps) {
  const knowledge = useQuery(knowledgeQuery);
  const { state } = call;
  const [note, setNote] = useState(state.cause_note);
  const measured = Object.fromEntries(state.measured.map((one) => [one.field, one.value]));
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={8}>
        <h2>What did you find?</h2>
        <Quiet>
          Release the trolley with the door down and lift by hand first: a door that is bad by hand is never cured at
          the opener.
        </Quiet>
        <OneOf
          label="What was found"
          options={knowledge.data?.causes ?? []}
          value={state.cause}
          pick={(cause) => call.enter({ kind: 'found', cause, note })}
          isDisabled={state.closed}
        />
      </Stack>
      <Stack>
        <InsideView measured={measured} said={state.said} plates={state.on_door.counterweight?.plates} />
        <Field
          label="Note"
          hint="Where, which side, how many inches of gap"
          value={note}
          onChange={setNote}
          long
          isDisabled={state.closed}
        />
        {state.cause && note !== state.cause_note && (
          <Plain onPress={() => state.cause && call.enter({ kind: 'found', cause: state.cause, note })}>
            Keep the note
          </Plain>
        )}
      </Stack>
      <MainAction isDisabled={!state.cause} onPress={() => go('measure')}>
        {state.cause ? 'Measure the door' : 'Touch what you found'}
      </MainAction>
    </Split>
  );
}
