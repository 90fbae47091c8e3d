import type { Schemas } from '../../api/client';
import { PairSets } from '../../sizing/PairSets';
import { MainAction } from '../../ui/buttons';
import { measuredNumber } from '../measured';
import type { StageProps } from '../stageProps';

/** Which pair holds this door, and how is it set up? */
export function PairPick({ call, go, setup }: StageProps & { setup: Schemas['Setup'] }) {
  const { state } = call;
  const stretch = measuredNumber(state, 'open_stretch_in');
  const relaxed = measuredNumber(state, 'relaxed_in');
  const question: Schemas['ExtensionQuestion'] = {
    door: setup.door,
    track: setup.track,
    ...(stretch !== undefined ? { open_stretch_in: stretch } : {}),
    ...(relaxed !== undefined ? { relaxed_in: relaxed } : {}),
    household: state.household,
    on_door: state.on_door.extension ?? null,
  };
  const use = (pair: Schemas['PairIn']) => {
    if (state.chosen?.extension?.class_lb !== pair.class_lb) call.enter({ kind: 'chosen', extension: pair });
    go('repair');
  };
  return (
    <PairSets question={question}>
      {(answer) => (
        <MainAction isDisabled={state.closed} onPress={() => use(answer.pair.pair)}>
          Use this pair
        </MainAction>
      )}
    </PairSets>
  );
}
