import { useState } from 'react';
import { LinkButton, Plain } from '../../ui/buttons';
import { Label, Quiet, Stack } from '../../ui/layout';
import type { Call } from '../useCall';
import { type Act, Acts, type Site } from './deeds';

type Props = { site: Site; call: Call; stage: string; wanted: string[]; act: Act };

/** What can be done by hand: what is asked for here first, the rest behind a touch. */
export function ByHand({ site, call, stage, wanted, act }: Props) {
  const [isWhole, setIsWhole] = useState(false);
  const main = call.state.main[stage as keyof typeof call.state.main];
  const first = new Set([
    ...(main?.gates ?? []),
    ...(stage === 'find' ? wanted : []),
    ...(call.state.work?.gates ?? []),
  ]);
  if (stage === 'arrive') first.add('hands_on');
  const left = site.to_do.filter((one) => !one.is_so);
  const shown = isWhole ? left : left.filter((one) => first.has(one.group));
  const falsely = site.to_do.filter((one) => one.stated && !one.is_so);
  return (
    <Stack $gap={8} role="group" aria-label="Do it by hand">
      <Label>Do</Label>
      {falsely.length > 0 && (
        <Quiet>Stated and not so: {falsely.map((one) => one.title.toLowerCase()).join('; ')}.</Quiet>
      )}
      <Acts>
        {shown.map((one) => (
          <Plain key={one.gate} onPress={() => act('do', one.gate)}>
            {one.title}
          </Plain>
        ))}
      </Acts>
      <LinkButton aria-expanded={isWhole} onPress={() => setIsWhole(!isWhole)}>
        {isWhole ? 'Only what is asked for here' : 'Everything that can be done by hand'}
      </LinkButton>
    </Stack>
  );
}
