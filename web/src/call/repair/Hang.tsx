import type { Schemas } from '../../api/client';
import { MainAction, Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Split, Stack, Steps } from '../../ui/layout';
import { carrierWords } from '../../ui/words';
import { Gates } from '../Gates';
import { gatesBefore } from '../groups';
import type { StageProps } from '../stageProps';

type Props = StageProps & { chosen: Schemas['Choice']; hanging: Schemas['Hanging'] };

/** May the pair or the stack go on now, and does it hang as told? */
export function Hang({ call, go, chosen, hanging }: Props) {
  const { state } = call;
  const group = gatesBefore(state, 'work');
  const first = state.gate_groups[0];
  const gatesMet = Boolean(group?.met && first?.met);
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack>
        <h2>{hanging.title}</h2>
        <p>{carrierWords(chosen)}</p>
        <Caution>{hanging.caution}</Caution>
        <Steps>
          {hanging.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </Steps>
        {!first?.met && (
          <p>
            Make-safe gates are open. <PlainLink to={`/calls/${call.call.key}/arrive`}>Back to Arrive</PlainLink>
          </p>
        )}
        {state.set_up && !state.closed && (
          <div>
            <Plain
              onPress={() => call.enter({ kind: 'withdrawn', entry: state.hung_entry, reason: 'touched by mistake' })}
            >
              It does not hang yet
            </Plain>
          </div>
        )}
        <Quiet>Local codes and the maker’s manual come first. For trained technicians.</Quiet>
      </Stack>
      {group && <Gates call={call} group={group} />}
      {state.set_up ? (
        <MainAction onPress={() => go('prove')}>Check the balance</MainAction>
      ) : (
        <MainAction isDisabled={!gatesMet || state.closed} onPress={() => call.enter({ kind: 'hung' })}>
          {gatesMet ? 'It hangs as told' : 'Meet every gate first'}
        </MainAction>
      )}
    </Split>
  );
}
