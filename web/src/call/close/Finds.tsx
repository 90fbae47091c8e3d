import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Plain } from '../../ui/buttons';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Label, Panel, Quiet, Row, Sheet, Stack } from '../../ui/layout';
import { TakeBack } from '../TakeBack';
import type { Call } from '../useCall';

type Find = Schemas['FindState'];
type Way = 'declined' | 'deferred';

const ASKED: Record<Way, { label: string; button: string }> = {
  declined: { label: 'Why, as the customer said it', button: 'Declined by the customer' },
  deferred: { label: 'What is missing, and when', button: 'For another day' },
};

/** What became of each thing that was found? None is left out of the customer's sheet. */
export function Finds({ call }: { call: Call }) {
  const { finds } = call.state;
  if (!finds.length) return null;
  return (
    <Sheet role="group" aria-label="What was found">
      <Label>What was found</Label>
      <Stack $gap={12}>
        {finds.map((find) => (
          <FindRow key={find.cause} call={call} find={find} />
        ))}
      </Stack>
    </Sheet>
  );
}

function FindRow({ call, find }: { call: Call; find: Find }) {
  const [way, setWay] = useState<Way | null>(null);
  const { cause, text, standing, says, entry } = find;
  const [reason, setReason, forget] = useDraft(`${cause}.reason`);
  const { closed } = call.state;
  if (standing !== 'open' || closed)
    return (
      <Row>
        <span>
          <b>{text}</b>: {says}
        </span>
        {!closed && <TakeBack call={call} entry={entry} of={`what became of it: ${text}`} />}
      </Row>
    );
  return (
    <Stack $gap={6} role="group" aria-label={text}>
      <b>{text}</b>
      <Row style={{ justifyContent: 'start' }}>
        <Plain onPress={() => call.enter({ kind: 'cured', cause })}>Put right</Plain>
        <Plain aria-expanded={way === 'declined'} onPress={() => setWay('declined')}>
          Declined
        </Plain>
        <Plain aria-expanded={way === 'deferred'} onPress={() => setWay('deferred')}>
          Another day
        </Plain>
      </Row>
      {way && (
        <Panel>
          <Field label={ASKED[way].label} value={reason} onChange={setReason} maxLength={600} />
          {way === 'deferred' && <Quiet>A follow-up is kept at this door.</Quiet>}
          <div>
            <Plain
              isDisabled={reason.trim().length < 3}
              onPress={() => {
                call.enter({ kind: way, cause, reason: reason.trim() });
                forget();
              }}
            >
              {ASKED[way].button}
            </Plain>
          </div>
        </Panel>
      )}
    </Stack>
  );
}
