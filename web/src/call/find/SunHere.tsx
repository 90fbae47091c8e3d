import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { mistakeAt, type Schemas } from '../../api/client';
import { callSunQuery } from '../../api/queries';
import { SIDES, SunResult } from '../../drawing/SunResult';
import { LinkButton, Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { Label, Quiet, Sheet, Stack } from '../../ui/layout';
import { OneOf } from '../../ui/OneOf';
import { Loading, Refused } from '../../ui/states';
import type { Call } from '../useCall';

type Props = { call: Call; facts: Schemas['FactState'][] };

/** Does the low sun stand in this receiver, and is the cure to swap, to shade, or neither? */
export function SunHere({ call, facts }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Stack>
      <LinkButton aria-expanded={open} onPress={() => setOpen(!open)}>
        Is it the sun?
      </LinkButton>
      {open && <Asked call={call} facts={facts} />}
    </Stack>
  );
}

function Asked({ call, facts }: Props) {
  const known = new Map(call.state.measured.map((one) => [one.field, one]));
  const [facing, setFacing] = useState(() => String(known.get('facing_deg')?.value ?? ''));
  const [at, setAt] = useState('');
  const measure = (field: string, typed: string) => call.enter({ kind: 'measured', field, typed });
  const side = known.get('receiver_side')?.value;
  const said = `${known.get('facing_deg')?.value} ${side} ${known.get('width_in')?.value}`;
  const found = useQuery(callSunQuery(call.call.key, said, at));
  const fact = facts.find((one) => one.id === found.data?.fact);
  return (
    <Sheet>
      <Stack>
        <Field
          label="Looking out"
          hint="degrees clockwise from north: 90 east, 180 south, 270 west"
          inputMode="decimal"
          value={facing}
          onChange={setFacing}
          onBlur={() => {
            if (facing.trim() && facing !== String(known.get('facing_deg')?.value ?? '')) measure('facing_deg', facing);
          }}
          isDisabled={call.state.closed}
        />
        <Label>The receiver, seen from inside looking out</Label>
        <OneOf
          label="The receiver"
          flow
          options={SIDES}
          value={side === 'left' || side === 'right' ? side : null}
          pick={(id) => measure('receiver_side', id)}
          isDisabled={call.state.closed}
        />
        {found.isError && <Refused wrong={found.error} />}
        {found.isPending && <Loading />}
        {found.data?.missing.includes('place') && (
          <Quiet>Where the shop is, a lead says under Shop: the sun cannot be reckoned before.</Quiet>
        )}
        {found.data?.answer && found.data.receiver && (
          <>
            <Field
              label="It was complained of at"
              type="datetime-local"
              value={at}
              onChange={setAt}
              {...mistakeAt(found.error, 'complaint_at')}
            />
            <SunResult answer={found.data.answer} receiver={found.data.receiver} complaintAt={at} />
            {fact && !fact.holds && !call.state.closed && (
              <Plain onPress={() => call.enter({ kind: 'fact', fact: fact.id, holds: true })}>
                Take it as known: {fact.text.toLowerCase()}
              </Plain>
            )}
          </>
        )}
      </Stack>
    </Sheet>
  );
}
