import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { vanLoadsQuery } from '../api/stockQueries';
import { daysAfter, inWords, today } from '../ui/dates';
import { Label, Quiet, Row, Stack } from '../ui/layout';
import { RadioButtons } from '../ui/RadioButtons';
import { Trouble } from '../ui/states';

const Line = styled(
  Row,
)`justify-content: space-between; gap: 4px 12px; border-bottom: 1px solid var(--line); padding-block: 4px; b.lacks { color: var(--stop); }`;
const DAYS = [
  { id: 'today', text: 'Today', after: 0 },
  { id: 'tomorrow', text: 'Tomorrow', after: 1 },
] as const;

/** What is there of a thing that is needed, in words: how many, where others are, and that none is. */
export function hasWords({ pieces, here, elsewhere }: Schemas['NeedLine']): string {
  const others = elsewhere.map((one) => `${one.pieces} on ${one.van}`).join(', ');
  if (pieces === 0) return here ? `${here} here` : others || 'none here';
  const own = here >= pieces ? 'here' : here ? `${here} of ${pieces} here` : 'none here';
  return others ? `${own}, ${others}` : own;
}

/** Whether something has to be fetched before the van leaves. */
export const lacks = ({ pieces, here }: Schemas['NeedLine']): boolean => (pieces ? here < pieces : here === 0);

/** What do the visits of the day need that this van does not have? */
export function DayLoads({ van }: { van: number }) {
  const [when, setWhen] = useState<(typeof DAYS)[number]['id']>('tomorrow');
  const date = daysAfter(today(), DAYS.find((one) => one.id === when)?.after ?? 0);
  const found = useQuery(vanLoadsQuery(date));
  const visits = found.data?.find((one) => one.number === van)?.visits;
  return (
    <Stack role="group" aria-label="What the day needs" $gap={10}>
      <Label>Needed on {inWords(date)}</Label>
      <RadioButtons label="Which day" flow value={when} pick={setWhen} options={DAYS} />
      {found.isLoadingError && <Trouble wrong={found.error} retry={() => found.refetch()} />}
      {visits?.length === 0 && <Quiet>No visit is booked for this van.</Quiet>}
      {visits?.map((visit) => (
        <Stack key={visit.booking} $gap={2}>
          <b>
            {visit.door_name}, {visit.window}
          </b>
          {!visit.technician_name && <Quiet>Nobody goes yet.</Quiet>}
          {visit.lines.length === 0 && <Quiet>Nothing beyond what a van always has.</Quiet>}
          {visit.lines.map((line) => (
            <Line key={line.words}>
              <span>
                {line.pieces > 0 && `${line.pieces} × `}
                {line.words}
              </span>
              <b className={lacks(line) ? 'lacks' : ''}>{hasWords(line)}</b>
            </Line>
          ))}
        </Stack>
      ))}
    </Stack>
  );
}
