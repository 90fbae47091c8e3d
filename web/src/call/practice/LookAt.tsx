import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { InsideView } from '../../drawing/InsideView';
import { SearchMarks } from '../../drawing/SearchMarks';
import { Plain } from '../../ui/buttons';
import { Label, Stack } from '../../ui/layout';
import type { Call } from '../useCall';
import { type Act, Acts } from './deeds';

type Props = {
  call: Call;
  parts: Schemas['PartFinding'][];
  /** The check that is asked on the page, where it is advised. */
  asked: Schemas['NextCheck'] | undefined;
  act: Act;
};

/** The parts of the door to touch, and what can be looked at there. */
export function LookAt({ call, parts, asked, act }: Props) {
  const [part, setPart] = useState<string | null>(null);
  const here = parts.find((one) => one.part === part);
  const measured = Object.fromEntries(call.state.measured.map((one) => [one.field, one.value]));
  return (
    <Stack $gap={8} role="group" aria-label="Look">
      <Label>Look</Label>
      {asked && !here && (
        <Acts>
          <Plain onPress={() => act('look', asked.check)}>{asked.ask}</Plain>
        </Acts>
      )}
      <InsideView
        marked
        small
        measured={measured}
        said={call.state.said}
        over={(place) => (
          <SearchMarks
            place={place}
            parts={parts}
            chosen={part}
            choose={(touched) => setPart(part === touched ? null : touched)}
          />
        )}
      />
      {here && (
        <Acts>
          {here.checks.map((one) => (
            <Plain key={one.check} onPress={() => act('look', one.check)}>
              {one.ask}
            </Plain>
          ))}
        </Acts>
      )}
    </Stack>
  );
}
