import type { Schemas } from '../../api/client';
import { MainAction, Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Split, Stack, Steps } from '../../ui/layout';
import { pairWords, stackWords, tape } from '../../ui/words';
import { Gates } from '../Gates';
import { gatesBefore } from '../groups';
import type { StageProps } from '../stageProps';

/** May the pair or the stack go on now, and does it hang as told? */
export function Hang({ call, go, chosen }: StageProps & { chosen: Schemas['Choice'] }) {
  const { state } = call;
  const group = gatesBefore(state, 'work');
  const first = state.gate_groups[0];
  const gatesMet = Boolean(group?.met && first?.met);
  return (
    <Split $left="minmax(0, 1fr)">
      <Stack>
        {chosen.extension && <PairSteps pair={chosen.extension} />}
        {chosen.counterweight && <StackSteps stack={chosen.counterweight} />}
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

function PairSteps({ pair }: { pair: Schemas['PairIn'] }) {
  return (
    <>
      <h2>Hang the pair</h2>
      <p>{pairWords(pair)}</p>
      <Caution>
        A stretched spring without a safety cable is a projectile. One through each, both ends to framing.
      </Caution>
      <Steps>
        <li>Old springs, cables and pulleys off, one side at a time.</li>
        <li>New pulleys in a hole where the cable does not rub.</li>
        <li>
          Cable from the bottom bracket over the front pulley, round the spring pulley, back to the adjuster hook.
        </li>
        <li>Safety cable through the spring, snug, both ends to framing.</li>
        <li>{tape(pair.open_stretch_in ?? 0)} of stretch at open, equal on both sides.</li>
      </Steps>
    </>
  );
}

function StackSteps({ stack }: { stack: Schemas['StackIn'] }) {
  return (
    <>
      <h2>Stack the plates</h2>
      <p>{stackWords(stack)}</p>
      <Caution>The stack falls with its whole weight when it slips. Block it before a plate is touched.</Caution>
      <Steps>
        <li>Stack the plates, large ones below, and lock them together.</li>
        <li>Wind the strap until the top plate stands about 1" below the guide discs with the door closed.</li>
        <li>Run the stack by hand: free in its guide all the way.</li>
      </Steps>
    </>
  );
}
