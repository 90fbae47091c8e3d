import { useState } from 'react';
import styled from 'styled-components';
import { MainAction, Plain, PlainAnchor } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Label, Quiet, Sheet, Split, Stack } from '../../ui/layout';
import { carrierWords, day, feet, quarters } from '../../ui/words';
import { OUTCOMES } from '../prove/outcomes';
import type { StageProps } from '../stageProps';

const Facts = styled.dl`display: grid; grid-template-columns: 120px 1fr; gap: 6px 16px; margin: 0; dt { color: var(--quiet); } dd { margin: 0; }`;
const Files = styled.div`display: flex; gap: 10px; flex-wrap: wrap;`;
const Ways = styled.ul`margin: 0; padding-left: 20px;`;

/** Is everything proved, and what does the customer take home? */
export function Close({ call, go }: StageProps) {
  const { state } = call;
  const [told, setTold] = useState(state.told);
  const { quarter_turns: turns } = state.record_after;
  const file = `/api/calls/${call.call.key}`;
  const asked = call.waiting.some((entry) => entry.body.kind === 'closed');
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack $gap={16}>
        <h2>{state.closed ? `Closed ${day(state.closed_at)}` : 'What the customer takes home'}</h2>
        <Sheet>
          <Facts>
            <dt>Complaint</dt>
            <dd>{state.complaint_text || '–'}</dd>
            <dt>Found</dt>
            <dd>{[state.cause_text, state.cause_note].filter(Boolean).join('. ') || '–'}</dd>
            <dt>Springs</dt>
            <dd>{carrierWords(state.record_after) || '–'}</dd>
            <dt>Wound</dt>
            <dd>{turns ? quarters(turns) : '–'}</dd>
            <dt>Balance</dt>
            <dd>
              {state.readings
                .filter((one) => one.current)
                .map(
                  (one) =>
                    `${feet(one.reading.height_in)} ${OUTCOMES.find((known) => known.id === one.reading.outcome)?.text ?? `${one.reading.force_lb} lb`}`,
                )
                .join(', ') || '–'}
            </dd>
            <dt>Proved</dt>
            <dd>
              {state.proofs
                .filter((proof) => proof.standing === 'passed')
                .map((proof) => proof.title)
                .join(', ') || '–'}
            </dd>
          </Facts>
        </Sheet>
        <Files>
          <PlainAnchor href={`${file}/sheet.pdf`} target="_blank" rel="noreferrer">
            Job sheet (PDF)
          </PlainAnchor>
          <PlainAnchor href={`${file}/document.json`} download>
            The call as JSON
          </PlainAnchor>
        </Files>
      </Stack>
      <Stack $gap={16}>
        {state.to_close.length > 0 && (
          <Sheet>
            <Label>Still open</Label>
            <Ways>
              {state.to_close.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </Ways>
            <Plain onPress={() => go('prove')}>Back to Prove</Plain>
          </Sheet>
        )}
        {state.disconnected ? (
          <p>Opener left disconnected: {state.disconnected}</p>
        ) : (
          !state.closed && state.to_close.length > 0 && <Disconnect call={call} />
        )}
        <Field label="Told to the customer" value={told} onChange={setTold} long isDisabled={state.closed} />
        <Quiet>Monthly: balance, reversal and eyes, by the customer. Yearly: the crew.</Quiet>
      </Stack>
      {!state.closed && (
        <MainAction
          isDisabled={state.to_close.length > 0 || asked}
          onPress={() => call.enter({ kind: 'closed', told })}
        >
          {state.to_close.length ? `${state.to_close.length} still open` : asked ? 'Closing' : 'Close the call'}
        </MainAction>
      )}
    </Split>
  );
}

function Disconnect({ call }: { call: StageProps['call'] }) {
  const [reason, setReason] = useState('');
  return (
    <Sheet>
      <Stack>
        <Label>Or leave the opener disconnected</Label>
        <Field label="Reason, as told to the customer" value={reason} onChange={setReason} />
        <Plain
          isDisabled={reason.trim().length < 3}
          onPress={() => call.enter({ kind: 'disconnected', reason: reason.trim() })}
        >
          Left disconnected
        </Plain>
      </Stack>
    </Sheet>
  );
}
