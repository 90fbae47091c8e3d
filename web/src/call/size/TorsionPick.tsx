import type { Schemas } from '../../api/client';
import { TorsionSets } from '../../sizing/TorsionSets';
import { MainAction } from '../../ui/buttons';
import { setWords } from '../../ui/words';
import { measuredNumber } from '../measured';
import type { StageProps } from '../stageProps';

type Props = StageProps & { setup: Schemas['Setup']; drum: Schemas['DrumIn'] };

/** Which springs do I put on this shaft? */
export function TorsionPick({ call, go, setup, drum }: Props) {
  const { state } = call;
  const { chosen, on_door: there } = state;
  const isChosen = (set: Schemas['SetOut']) =>
    chosen !== null && setWords(set.springs, set.duplex) === setWords(chosen.springs, chosen.duplex);
  const use = (set: Schemas['SetOut']) => {
    if (!isChosen(set)) {
      const { springs, duplex, quarter_turns } = set;
      call.enter({ kind: 'chosen', springs, duplex, quarter_turns });
    }
    go('repair');
  };
  const question: Schemas['SizeQuestion'] = {
    door: setup.door,
    track: setup.track,
    drum,
    cycles: state.cycles_wanted,
    household: state.household,
    on_door: there.springs?.length ? there.springs : null,
    on_door_duplex: there.duplex ?? false,
    on_door_quarter_turns: there.quarter_turns || null,
    width_in: measuredNumber(state, 'width_in') ?? null,
    options: { shaft_length_in: measuredNumber(state, 'shaft_length_in') ?? null },
  };
  return (
    <TorsionSets question={question} isChosen={isChosen}>
      {(picked) => (
        <MainAction isDisabled={!picked || state.closed} onPress={() => picked && use(picked)}>
          Use this set
        </MainAction>
      )}
    </TorsionSets>
  );
}
