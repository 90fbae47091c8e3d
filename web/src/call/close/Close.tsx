import styled from 'styled-components';
import { FollowUpsOf } from '../../followups/FollowUps';
import { Fact } from '../../sizing/PairSets';
import { Plain, PlainAnchor } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Facts, Label, Quiet, Sheet, Split, Stack } from '../../ui/layout';
import { day } from '../../ui/words';
import { StageMain } from '../StageMain';
import type { StageProps } from '../stageProps';
import { Finds } from './Finds';
import { PartsUsed } from './PartsUsed';
import { Photos } from './Photos';
import { Signature } from './Signature';
import { WhatHappened } from './WhatHappened';

const Files = styled.div`display: flex; gap: 10px; flex-wrap: wrap;`;
const Ways = styled.ul`margin: 0; padding-left: 20px;`;

const NOTHING = 'nothing';

/** Is everything proved, and what does the customer take home? */
export function Close({ call, go }: StageProps) {
  const { state } = call;
  const [told, setTold] = useDraft('told', state.told);
  const file = `/api/calls/${call.call.key}`;
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={16}>
        <h2>
          {state.closed ? `${state.abandoned ? 'Abandoned' : 'Closed'} ${day(state.closed_at)}` : 'The call in short'}
        </h2>
        <Sheet>
          <Facts>
            {state.summary.map((line) => (
              <Fact key={line.label} name={line.label} says={line.text} />
            ))}
          </Facts>
        </Sheet>
        <Files>
          <PlainAnchor href={`${file}/sheet.pdf`} target="_blank" rel="noreferrer">
            Page for the customer (PDF)
          </PlainAnchor>
          <PlainAnchor href={`${file}/technical.pdf`} target="_blank" rel="noreferrer">
            Technical sheet (PDF)
          </PlainAnchor>
          <PlainAnchor href={`${file}/document.json`} download>
            The call as JSON
          </PlainAnchor>
        </Files>
        {!state.abandoned && <Photos call={call} />}
        <WhatHappened call={call} />
      </Stack>
      <Stack $gap={16}>
        <Finds call={call} />
        {!state.closed && state.to_close.length > 0 && (
          <Sheet>
            <Label>Still open</Label>
            <Ways>
              {state.to_close.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </Ways>
            {!state.cause && state.finds.length === 0 && (
              <Plain onPress={() => call.enter({ kind: 'found', cause: NOTHING, note: '' })}>Nothing was wrong</Plain>
            )}
            <Plain onPress={() => go('prove')}>Back to Prove</Plain>
          </Sheet>
        )}
        {state.disconnected ? (
          <p>Opener left disconnected: {state.disconnected}</p>
        ) : (
          !state.closed &&
          state.to_close.length > 0 && (
            <WithReason
              title="Or leave the opener disconnected"
              label="Reason, as told to the customer"
              button="Left disconnected"
              say={(reason) => call.enter({ kind: 'disconnected', reason })}
            />
          )
        )}
        {!state.closed && state.to_abandon.length === 0 && (
          <WithReason
            title="Or abandon a call started by mistake"
            label="What was the mistake?"
            button="Abandon this call"
            say={(reason) => call.enter({ kind: 'abandoned', reason })}
          />
        )}
        {!state.abandoned && <PartsUsed call={call} />}
        {!state.abandoned && (
          <Field label="Told to the customer" value={told} onChange={setTold} long isDisabled={state.closed} />
        )}
        {!state.abandoned && <Signature call={call} />}
        {!state.abandoned && <FollowUpsOf door={call.call.door_key} />}
        <Quiet>Monthly: balance, reversal and eyes, by the customer. Yearly: the crew.</Quiet>
      </Stack>
      {!state.closed && <StageMain call={call} go={go} main={state.main.close} more={{ told }} />}
    </Split>
  );
}

type Reasoned = { title: string; label: string; button: string; say: (reason: string) => void };

/** Another way to end it: with a reason. */
function WithReason({ title, label, button, say }: Reasoned) {
  const [reason, setReason, forget] = useDraft(button);
  return (
    <Sheet>
      <Stack>
        <Label>{title}</Label>
        <Field label={label} value={reason} onChange={setReason} />
        <Plain
          isDisabled={reason.trim().length < 3}
          onPress={() => {
            say(reason.trim());
            forget();
          }}
        >
          {button}
        </Plain>
      </Stack>
    </Sheet>
  );
}
