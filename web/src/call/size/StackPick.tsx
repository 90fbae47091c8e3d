import type { Schemas } from '../../api/client';
import { StackSets } from '../../sizing/StackSets';
import { MainAction } from '../../ui/buttons';
import { stackWords } from '../../ui/words';
import { measuredNumber } from '../measured';
import type { StageProps } from '../stageProps';

/** Which plates carry this door? */
export function StackPick({
  call,
  go,
  setup,
  drum,
}: StageProps & { setup: Schemas['Setup']; drum: Schemas['DrumIn'] }) {
  const { state } = call;
  const number = (field: string) => measuredNumber(state, field);
  const [core, strap, turns] = ['hub_core_in', 'strap_in', 'hub_turns'].map(number);
  if (core === undefined || strap === undefined || turns === undefined) return null;
  const [large, small] = ['large_plate_lb', 'small_plate_lb'].map(number);
  const question: Schemas['CounterweightQuestion'] = {
    door: setup.door,
    track: setup.track,
    drum,
    hub: { core_radius_in: core, strap_in: strap, turns },
    ...(large === undefined ? {} : { large_lb: large }),
    ...(small === undefined ? {} : { small_lb: small }),
    on_door: state.on_door.counterweight?.plates ?? null,
  };
  const use = (stack: Schemas['StackIn']) => {
    const before = state.chosen?.counterweight;
    if (!before || stackWords(before) !== stackWords(stack)) call.enter({ kind: 'chosen', counterweight: stack });
    go('repair');
  };
  return (
    <StackSets question={question}>
      {(answer) => (
        <MainAction isDisabled={state.closed} onPress={() => use(answer.stack)}>
          Use these plates
        </MainAction>
      )}
    </StackSets>
  );
}
