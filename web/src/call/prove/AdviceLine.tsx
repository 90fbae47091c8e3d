import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Stack } from '../../ui/layout';
import type { StageProps } from '../stageProps';

const Said = styled.p`font: 600 30px/1.15 'Barlow Condensed', sans-serif;`;

type Props = StageProps & { balance: Schemas['CallBalance'] };

/** The advice in one sentence, and the trim as new targets to go and count. */
export function AdviceLine({ call, go, balance: { answer, trims, doubt } }: Props) {
  const { advice, moved, reads } = answer;
  const aim = (targets: Schemas['TrimPlan']['targets']) => {
    call.enter({ kind: 'aimed', targets });
    go('repair');
  };
  return (
    <Stack $gap={8} role="region" aria-label="Advice">
      <Said aria-live="polite">{advice.sentence}</Said>
      {advice.offer && <Quiet>{advice.offer}</Quiet>}
      {advice.surprise && <Caution>{advice.surprise}</Caution>}
      {reads && moved.cause !== 'as_expected' && <p>{moved.sentence}</p>}
      {reads && <Quiet>{reads}</Quiet>}
      {doubt && <Caution>{doubt}</Caution>}
      {advice.kind === 'resize' && (
        <div>
          <PlainLink to={`/calls/${call.call.key}/size`}>Size again</PlainLink>
        </div>
      )}
      {trims.length > 0 && !call.state.closed && (
        <>
          <Caution>{advice.caution}</Caution>
          {trims.map(({ targets, words, school }, place) => (
            <div key={words}>
              <Plain onPress={() => aim(targets)}>
                {place ? 'Or' : 'Trim it now'}: {words}
              </Plain>
              {school && <Quiet>{school}</Quiet>}
            </div>
          ))}
        </>
      )}
    </Stack>
  );
}
