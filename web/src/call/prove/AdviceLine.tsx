import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Stack } from '../../ui/layout';
import type { StageProps } from '../stageProps';

const Said = styled.p`font: 600 28px/1.15 'Barlow Condensed', sans-serif; @media (max-width: 700px) { font-size: 21px; }`;

type Props = Pick<StageProps, 'call'> & {
  balance: Schemas['CallBalance'];
  aimAt: (targets: Schemas['TrimPlan']['targets']) => void;
};

/** The advice in one sentence; the trim it leads to is the main action, another way to make it stands here. */
export function AdviceLine({ call, aimAt, balance: { answer, trims, doubt } }: Props) {
  const { advice, moved, reads } = answer;
  return (
    <Stack $gap={8} role="region" aria-label="Advice">
      <Said aria-live="polite">{advice.sentence}</Said>
      {advice.offer && <Quiet>{advice.offer}</Quiet>}
      {advice.surprise && <Caution>{advice.surprise}</Caution>}
      {reads && moved.cause !== 'as_expected' && <p>{moved.sentence}</p>}
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
              {place > 0 && <Plain onPress={() => aimAt(targets)}>Or: {words}</Plain>}
              {school && <Quiet>{school}</Quiet>}
            </div>
          ))}
        </>
      )}
    </Stack>
  );
}
