import { useState } from 'react';
import { MainAction, Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Split, Stack } from '../../ui/layout';
import { setWords } from '../../ui/words';
import { Gates } from '../Gates';
import { gatesBefore } from '../groups';
import type { StageProps } from '../stageProps';
import { countOf, springName } from './count';
import { Hang } from './Hang';
import { TurnCounter } from './TurnCounter';

/** May I wind now, and how far am I? */
export function Repair({ call, go }: StageProps) {
  const { state } = call;
  const [open, setOpen] = useState(false);
  const group = gatesBefore(state, 'work');
  const first = state.gate_groups[0];
  const chosen = state.chosen;
  if (!chosen) {
    return (
      <Stack>
        <h2>Count the turns in</h2>
        <Quiet>No set is picked yet, so there is nothing to wind.</Quiet>
        <div>
          <PlainLink to={`/calls/${call.call.key}/size`}>Pick the springs</PlainLink>
        </div>
      </Stack>
    );
  }
  if (state.hanging) return <Hang call={call} go={go} chosen={chosen} hanging={state.hanging} />;
  if (open) return <TurnCounter call={call} close={() => setOpen(false)} done={() => go('prove')} />;
  const gatesMet = Boolean(group?.met && first?.met);
  const begun = state.winding.some((spring) => countOf(spring, call.waiting) > 0);
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack>
        <h2>Wind {chosen.quarter_turns} quarter-turns on each spring</h2>
        <p>{setWords(chosen.springs, chosen.duplex)}</p>
        {chosen.duplex && <p>Each cone turns both its springs: count the cone, not the springs.</p>}
        <Caution>
          A wound spring holds hundreds of foot-pounds. Stand to the side, out of the plane of the bars and the cone.
          For trained technicians; the maker’s manual and local codes come first.
        </Caution>
        <Caution>Never take one bar out before the other is fully seated and carrying the load.</Caution>
        {state.winding.map((spring) => (
          <p key={spring.spring}>
            {springName(spring.spring)}: <b>{countOf(spring, call.waiting)}</b> of {spring.planned} quarter-turns in
          </p>
        ))}
        {!first?.met && (
          <p>
            Make-safe gates are open. <PlainLink to={`/calls/${call.call.key}/arrive`}>Back to Arrive</PlainLink>
          </p>
        )}
        {state.set_up && <Plain onPress={() => setOpen(true)}>Look at the counter</Plain>}
      </Stack>
      {group && <Gates call={call} group={group} />}
      {state.set_up ? (
        <MainAction onPress={() => go('prove')}>Check the balance</MainAction>
      ) : (
        <MainAction isDisabled={!gatesMet || state.closed} onPress={() => setOpen(true)}>
          {!gatesMet ? 'Meet every gate first' : begun ? 'Go on winding' : 'Start winding'}
        </MainAction>
      )}
    </Split>
  );
}
