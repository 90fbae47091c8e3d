import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { torsionQuery } from '../api/queries';
import { TorsionSets } from '../sizing/TorsionSets';
import { Quiet, Sheet, Table } from '../ui/layout';
import { Refused } from '../ui/states';
import { percent, springWords } from '../ui/words';
import type { ResultProps } from './BenchPage';
import { numberOf } from './values';

/** What the springs on the door do and carry, and which belong there. */
export function SpringsResult({ sheet }: ResultProps) {
  const { setup, wrong_setup, on_door: there, values } = sheet;
  const springs = there?.springs ?? [];
  return (
    <>
      {springs.map((spring) => (
        <OneSpring key={springWords(spring)} spring={spring} />
      ))}
      {setup?.drum && !wrong_setup ? (
        <TorsionSets
          column
          question={{
            door: setup.door,
            track: setup.track,
            drum: setup.drum,
            cycles: sheet.cycles_wanted,
            household: typeof values.household === 'string' ? values.household : null,
            on_door: springs.length ? springs : null,
            on_door_duplex: there?.duplex ?? false,
            width_in: numberOf(values, 'width_in') ?? null,
            options: { shaft_length_in: numberOf(values, 'shaft_length_in') ?? null },
          }}
        />
      ) : (
        <Quiet>
          Type the four numbers of a spring to see what it gives; type the door, track and drum to see what belongs on
          it.
          {sheet.missing.length ? ` ${sheet.missing.length} numbers of the door are missing.` : ''}
        </Quiet>
      )}
    </>
  );
}

function OneSpring({ spring }: { spring: Schemas['SpringIn'] }) {
  const { wire_in, inside_diameter_in, length_in } = spring;
  const found = useQuery(torsionQuery({ wire_in, inside_diameter_in, length_in }));
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return null;
  const { rate_lbin_per_turn, formula_rate_lbin_per_turn, table_rate_lbin_per_turn, table_difference, active_coils } =
    found.data;
  return (
    <Sheet>
      <Table>
        <tbody>
          <tr>
            <th scope="row">{springWords(spring)}</th>
            <td>{rate_lbin_per_turn.toFixed(2)} lb·in per turn each</td>
            <td>{active_coils.toFixed(1)} active coils</td>
          </tr>
        </tbody>
      </Table>
      {table_rate_lbin_per_turn != null && (
        <Quiet>
          The supplier's table; the formula gives {formula_rate_lbin_per_turn.toFixed(2)} (table{' '}
          {percent(table_difference ?? 0)}).
        </Quiet>
      )}
    </Sheet>
  );
}
