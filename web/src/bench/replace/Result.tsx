import { useQuery } from '@tanstack/react-query';
import { replaceQuery } from '../../api/queries';
import { Items, Quiet, Stack } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

/** Whether it is worth its repair, and every reason against. */
export function Result({ sheet: { values } }: ResultProps) {
  const year = numberOf(values, 'opener_year');
  const found = useQuery(
    replaceQuery({
      year: new Date().getFullYear(),
      made_in: year === undefined ? null : Math.floor(year),
      has_eyes: values.eye_type === undefined ? null : values.eye_type !== 'none',
      fault: typeof values.opener_fault === 'string' ? values.opener_fault : '',
      repair_price: numberOf(values, 'repair_price') ?? null,
      new_price: numberOf(values, 'new_price') ?? null,
    }),
  );
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { sentence, reasons } = found.data;
  return (
    <Stack>
      <div role="status">
        <h2>{sentence}</h2>
      </div>
      {reasons.length > 0 && (
        <Items>
          {reasons.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Items>
      )}
      <Quiet>
        A low beam, or low headroom with a high vehicle, may call for an opener on the shaft with high lift instead: see
        “Opener on the shaft” and “Clear opening”. Local codes decide whether a unit without eyes may stay.
      </Quiet>
    </Stack>
  );
}
