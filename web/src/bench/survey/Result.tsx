import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { surveyQuery } from '../../api/queries';
import { ShaftCorner } from '../../drawing/ShaftCorner';
import { Caution, Quiet, Stack, Table } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

const Rules = styled(
  Table,
)`td:first-child { width: 40px; font: 600 24px 'Barlow Condensed', sans-serif; } .no { color: var(--stop); } .yes { color: var(--holds); }`;
const MARKS: Record<Schemas['SurveyRow']['verdict'], [string, string]> = {
  yes: ['✓', 'yes'],
  no: ['✕', 'no'],
  measure_again: ['?', 'measure again'],
};
const WORDS = ['sectional', 'shaft_sound', 'cable_over_top', 'wound_as_usual', 'balanced', 'free'] as const;
const SIZES = [
  'height_in',
  'width_in',
  'shaft_diameter_in',
  'shaft_past_plate_in',
  'shaft_to_ceiling_in',
  'shaft_to_wall_in',
  'shaft_end_to_side_in',
  'drum_diameter_in',
  'bottom_gap_in',
  'outlet_in',
  'shaft_wander_in',
] as const;

/** Every rule for an opener on the shaft: met or not, how far off, and what would make it a yes. */
export function Result({ sheet: { values }, dimensions }: ResultProps) {
  const said = values.counterbalance;
  const found = useQuery(
    surveyQuery({
      ...Object.fromEntries(WORDS.filter((name) => values[name]).map((name) => [name, values[name] === 'yes'])),
      ...Object.fromEntries(
        SIZES.flatMap((name) => (numberOf(values, name) === undefined ? [] : [[name, values[name]]])),
      ),
      unit: values.unit_kind === 'commercial' ? 'commercial' : 'home',
      ...(said === 'torsion' || said === 'extension' || said === 'counterweight' ? { counterbalance: said } : {}),
    }),
  );
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { sentence, rows, fits } = found.data;
  const order = { no: 0, measure_again: 1, yes: 2 };
  return (
    <Stack>
      <ShaftCorner dimensions={dimensions} />
      {fits ? <p role="status">{sentence}</p> : <Caution role="status">{sentence}</Caution>}
      <Rules>
        <tbody>
          {[...rows]
            .sort((one, other) => order[one.verdict] - order[other.verdict])
            .map((row) => (
              <tr key={row.rule}>
                <td className={row.verdict}>
                  <span role="img" aria-label={MARKS[row.verdict][1]}>
                    {MARKS[row.verdict][0]}
                  </span>
                </td>
                <td>
                  {row.says}
                  {row.cure && (
                    <Quiet>
                      {row.cure}
                      {row.minutes && ` About ${row.minutes} minutes.`}
                    </Quiet>
                  )}
                </td>
              </tr>
            ))}
        </tbody>
      </Rules>
      <Quiet>Common practice; the maker’s figures win.</Quiet>
    </Stack>
  );
}
