import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { carriesQuery, torsionQuery } from '../api/queries';
import { TorsionSets } from '../call/size/TorsionSets';
import { Caution, Quiet, Sheet, Table } from '../ui/layout';
import { Refused } from '../ui/states';
import { percent, springWords } from '../ui/words';
import type { ResultProps } from './BenchPage';
import { numberOf } from './values';

const Says = styled.p`font: 600 30px/1.15 'Barlow Condensed', sans-serif;`;
const VERDICTS = { right: 'right for this door', doubtful: 'doubtful on this door', wrong: 'wrong for this door' };
const USUAL_CYCLES = 15_000;

/** What the springs on the door do and carry, and which belong there. */
export function SpringsResult({ sheet }: ResultProps) {
  const { setup, wrong_setup, on_door: there, values } = sheet;
  const springs = there?.springs ?? [];
  return (
    <>
      {springs.map((spring) => (
        <OneSpring key={springWords(spring)} spring={spring} />
      ))}
      {springs.length > 0 && <Carries sheet={sheet} springs={springs} />}
      {setup?.drum && !wrong_setup ? (
        <TorsionSets
          column
          question={{
            door: setup.door,
            track: setup.track,
            drum: setup.drum,
            cycles: numberOf(values, 'cycles_wanted') ?? USUAL_CYCLES,
            household: typeof values.household === 'string' ? values.household : null,
            on_door: springs.length ? springs : null,
            on_door_duplex: there?.duplex ?? false,
            options: { shaft_length_in: numberOf(values, 'shaft_length_in') ?? numberOf(values, 'width_in') ?? null },
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
  const { rate_lbin_per_turn, formula_rate_lbin_per_turn, table_rate_lbin_per_turn, active_coils } = found.data;
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
          {percent(table_rate_lbin_per_turn / formula_rate_lbin_per_turn - 1)}).
        </Quiet>
      )}
    </Sheet>
  );
}

function Carries({ sheet, springs }: { sheet: Schemas['Sheet']; springs: Schemas['SpringIn'][] }) {
  const { setup, values } = sheet;
  const scale = numberOf(values, 'weight_lb');
  const height = numberOf(values, 'height_in');
  const found = useQuery({
    ...carriesQuery({
      door: {
        height_in: height ?? 0,
        section_count: setup?.door.section_count ?? null,
        section_heights_in: setup?.door.section_heights_in ?? null,
        scale_weight_lb: scale ?? null,
      },
      track: setup?.track ?? { lift: 'standard', radius_in: 12 },
      drum: setup?.drum ?? null,
      springs,
    }),
    enabled: Boolean(setup?.drum) && !sheet.wrong_setup,
  });
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return null;
  const { sprung_weight_lb, quarter_turns, difference, verdict, stop } = found.data;
  return (
    <div role="region" aria-label="What these springs carry">
      <Says>
        These springs carry {Math.round(sprung_weight_lb)} lb at {quarter_turns} quarter-turns
        {verdict ? `: ${VERDICTS[verdict]} (${percent(difference ?? 0)})` : ''}.
      </Says>
      {stop && (
        <Caution>
          Stop: springs and door are more than a third apart. This door needs a second person, the maker or an engineer.
        </Caution>
      )}
    </div>
  );
}
