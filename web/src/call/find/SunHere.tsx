import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { mistakeAt, type Schemas } from '../../api/client';
import { callSunQuery } from '../../api/queries';
import { Compass } from '../../drawing/Compass';
import { SIDES, SunResult } from '../../drawing/SunResult';
import { LinkButton, Plain } from '../../ui/buttons';
import { inWords } from '../../ui/dates';
import { useDraft } from '../../ui/draft';
import { Field } from '../../ui/Field';
import { Label, Quiet, Sheet, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import { Loading, Refused } from '../../ui/states';
import type { Call } from '../useCall';

const Beside = styled.div`display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 10px;`;
const SKYLINE = [
  ['skyline_left_deg', 'Half left'],
  ['skyline_ahead_deg', 'Ahead'],
  ['skyline_right_deg', 'Half right'],
] as const;
const READ_BY = ['facing_deg', 'receiver_side', ...SKYLINE.map(([field]) => field)];

const SUN = 'eye_sun';
const clockOf = (moment: string) => moment.slice(11, 16);

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
  const [at, setAt] = useDraft('sun.at');
  const side = known.get('receiver_side')?.value;
  const said = [...READ_BY, 'width_in'].map((field) => known.get(field)?.value).join(' ');
  const found = useQuery(callSunQuery(call.call.key, said, at));
  const soonest = found.data?.answer?.prove_at[0];
  const leaveUntil = ({ begins, ends }: Schemas['Spell']) =>
    call.enter({
      kind: 'deferred',
      cause: SUN,
      reason: `To be proved between ${clockOf(begins)} and ${clockOf(ends)}, while the sun stands in the receiver`,
      due: begins.slice(0, 10),
    });
  const fact = facts.find((one) => one.id === found.data?.fact);
  return (
    <Sheet>
      <Stack>
        <Facing call={call} />
        <Angle
          key={String(known.get('facing_deg')?.value ?? '')}
          call={call}
          field="facing_deg"
          label="Looking out"
          hint="degrees clockwise from north: 90 east, 180 south, 270 west"
        />
        <Label>The receiver, seen from inside looking out</Label>
        <RadioButtons
          label="The receiver"
          flow
          options={SIDES}
          value={side === 'left' || side === 'right' ? side : null}
          pick={(id) => call.enter({ kind: 'measured', field: 'receiver_side', typed: id })}
          isDisabled={call.state.closed}
        />
        <Label>What stands before the door, in degrees: a fist at arm’s length is about 10</Label>
        <Beside>
          {SKYLINE.map(([field, label]) => (
            <Angle key={field} call={call} field={field} label={label} />
          ))}
        </Beside>
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
            {found.data.doubt && <Quiet role="status">{found.data.doubt}</Quiet>}
            {soonest && call.state.finds.some((one) => one.cause === SUN && one.standing === 'open') && (
              <Plain onPress={() => leaveUntil(soonest)}>
                Leave it for {inWords(soonest.begins.slice(0, 10))}, {clockOf(soonest.begins)}, and keep a follow-up
              </Plain>
            )}
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

const REST_MS = 700;

/** The opening turned on the compass: entered once it stands still. */
function Facing({ call }: { call: Call }) {
  const known = call.state.measured.find((one) => one.field === 'facing_deg')?.value;
  const [turned, setTurned] = useState<number | null>(null);
  const still = useRef<ReturnType<typeof setTimeout>>(undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is on record anew, also where it was taken back, is what is shown.
  useEffect(() => setTurned(null), [known]);
  const turn = (degrees: number) => {
    setTurned(degrees);
    clearTimeout(still.current);
    still.current = setTimeout(
      () => call.enter({ kind: 'measured', field: 'facing_deg', typed: String(degrees) }),
      REST_MS,
    );
  };
  const value = turned ?? (typeof known === 'number' ? known : 0);
  return <Compass label="Looking out" value={value} onChange={turn} isDisabled={call.state.closed} />;
}

type AngleProps = { call: Call; field: string; label: string; hint?: string };

/** One angle of the record, entered when the field is left. */
function Angle({ call, field, label, hint }: AngleProps) {
  const known = String(call.state.measured.find((one) => one.field === field)?.value ?? '');
  const [typed, setTyped] = useState(known);
  return (
    <Field
      label={label}
      {...(hint ? { hint } : {})}
      inputMode="decimal"
      value={typed}
      onChange={setTyped}
      onBlur={() => {
        if (typed.trim() && typed !== known) call.enter({ kind: 'measured', field, typed });
      }}
      isDisabled={call.state.closed}
    />
  );
}
