import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { Quiet, Stack } from '../../ui/layout';

const Ask = styled.h2`font: 600 30px/1.2 'Barlow Condensed', sans-serif;`;
const Unsure = styled(Choice)`border-style: dashed;`;
const HAZARDS: Record<Schemas['NextCheck']['hazard'], string> = {
  none: 'no hazard',
  low: 'with care',
  high: 'dangerous work',
};

type Props = {
  check: Pick<Schemas['NextCheck'], 'check' | 'ask' | 'minutes' | 'hazard' | 'outcomes'>;
  why: string;
  closed: string;
  isDisabled: boolean;
  answer: (outcome: string) => void;
};

/** One check: what to do, why, and what it shows. */
export function Question({ check, why, closed, isDisabled, answer }: Props) {
  return (
    <Stack $gap={10} role="group" aria-label="Next check" data-check={check.check}>
      <Ask aria-live="polite">{check.ask}</Ask>
      <Quiet>
        {why} {minutes(check.minutes)}, {HAZARDS[check.hazard]}.{closed && ` Only ${closed}.`}
      </Quiet>
      {check.outcomes.map((one) => (
        <Choice
          key={one.id}
          data-outcome={one.id}
          isDisabled={isDisabled || closed !== ''}
          onPress={() => answer(one.id)}
        >
          {one.text}
        </Choice>
      ))}
      <Unsure isDisabled={isDisabled} onPress={() => answer('cant_tell')}>
        Can’t tell
      </Unsure>
    </Stack>
  );
}

/** The checks after this one, and those of a part that was touched. */
export function Others({
  title,
  checks,
  go,
}: {
  title: string;
  checks: { check: string; ask: string; minutes: number }[];
  go: (check: string) => void;
}) {
  if (checks.length === 0) return null;
  return (
    <Stack $gap={6} role="group" aria-label={title}>
      <h3>{title}</h3>
      {checks.map((one) => (
        <Plain key={one.check} onPress={() => go(one.check)} style={{ placeItems: 'center start', textAlign: 'left' }}>
          {one.ask} ({minutes(one.minutes)})
        </Plain>
      ))}
    </Stack>
  );
}

function minutes(value: number): string {
  if (value < 0.9) return `${Math.round((value * 60) / 5) * 5} s`;
  return value < 1.4 ? '1 min' : `${Math.round(value)} min`;
}
