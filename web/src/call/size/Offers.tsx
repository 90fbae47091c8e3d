import type { Schemas } from '../../api/client';
import type { Body } from '../../api/outbox';
import { Label, Quiet, Stack } from '../../ui/layout';
import { RadioButtons } from '../../ui/RadioButtons';
import type { StageProps } from '../stageProps';

type Props = Pick<StageProps, 'call'> & { chosen: Schemas['Offer'] | undefined; keep: (kept: boolean) => void };

const idOf = (offer: Schemas['Offer']) => (offer.name === 'keep' ? 'keep' : offer.kind);

/** What becomes of what carries the door: keep it, replace it by its like, or change over? */
export function Offers({ call, chosen, keep }: Props) {
  const offers = call.state.offers.filter((one) => one.open);
  const shut = call.state.offers.find((one) => !one.open);
  const pick = (id: string) => {
    const offer = offers.find((one) => idOf(one) === id);
    keep(offer?.name === 'keep');
    if (offer?.command) call.enter(offer.command as Body);
  };
  return (
    <Stack $gap={6}>
      <Label>What becomes of what carries it</Label>
      <RadioButtons
        flow
        label="What becomes of what carries it"
        isDisabled={call.state.closed}
        options={offers.map((one) => ({ id: idOf(one), text: one.label }))}
        value={chosen ? idOf(chosen) : null}
        pick={pick}
      />
      {shut && <Quiet>{shut.says}</Quiet>}
    </Stack>
  );
}
