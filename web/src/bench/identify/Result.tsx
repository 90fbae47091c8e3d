import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { identifyQuery } from '../../api/queries';
import { SpringOnTape } from '../../drawing/SpringOnTape';
import { Figure, Figures, Quiet, Stack, Table } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import { plain, sized, unitSaid } from '../../ui/units';
import { tape } from '../../ui/words';
import type { ResultProps } from '../result';
import { listOf, numberOf } from '../values';

const Bar = styled.div`height: 12px; background: var(--action);`;

/** The wire behind the readings, its neighbours, and what one size off does. */
export function Result({ sheet }: ResultProps) {
  const { values } = sheet;
  const ten = numberOf(values, 'ten_coils_in');
  const twenty = numberOf(values, 'twenty_coils_in');
  const found = useQuery({
    ...identifyQuery({
      ten_coils_in: ten ?? null,
      twenty_coils_in: twenty ?? null,
      outside_diameter_in: numberOf(values, 'outside_diameter_in') ?? null,
      inside_diameter_in: numberOf(values, 'inside_diameter_in') ?? null,
      pieces_in: listOf(values, 'pieces_in') ?? null,
      wound_quarter_turns: numberOf(values, 'wound_quarter_turns') ?? 0,
      door_weight_lb: numberOf(values, 'weight_lb') ?? null,
    }),
    enabled: ten !== undefined || twenty !== undefined,
  });
  if (ten === undefined && twenty === undefined)
    return <Quiet>Measure across 10 and 20 relaxed coils, and type what the tape says.</Quiet>;
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { candidates, sure_words, measured_wire_in, neighbours, inside_diameter_in, length_in, rate_lbin_per_turn } =
    found.data;
  return (
    <Stack $gap={16}>
      <SpringOnTape
        wire={measured_wire_in}
        ten={ten}
        twenty={twenty}
        sizes={[
          ...candidates.slice(0, 3).map((one) => ({ wire: one.wire_in, says: `${one.wire_in} · ${one.chance_words}` })),
          ...neighbours
            .filter((one) => !candidates.some((other) => other.wire_in === one.wire_in))
            .map((one) => ({ wire: one.wire_in, says: String(one.wire_in) })),
        ]}
      />
      <Figures>
        <Figure>
          {candidates[0]?.wire_in}
          <small>in wire most likely</small>
        </Figure>
        {inside_diameter_in != null && (
          <Figure>
            {tape(inside_diameter_in)}
            <small>inside, relaxed</small>
          </Figure>
        )}
        {length_in != null && (
          <Figure>
            {tape(length_in)}
            <small>long, relaxed</small>
          </Figure>
        )}
        {rate_lbin_per_turn != null && (
          <Figure>
            {plain(rate_lbin_per_turn, 'lb·in', 1)}
            <small>{unitSaid('lb·in')} per turn</small>
          </Figure>
        )}
      </Figures>
      <Quiet>
        The tape reads {sized(measured_wire_in, 'in', 4)} to a coil. {sure_words}
      </Quiet>
      <Table aria-label="How likely each size is">
        <thead>
          <tr>
            <th>Wire</th>
            <th>Chance</th>
            <td className="wide" />
          </tr>
        </thead>
        <tbody>
          {candidates.map((one) => (
            <tr key={one.wire_in}>
              <td>{one.wire_in}</td>
              <td>{one.chance_words}</td>
              <td className="wide" style={{ width: '60%' }}>
                <Bar style={{ width: `${one.chance * 100}%` }} />
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Table aria-label="One size off">
        <thead>
          <tr>
            <th>If it were</th>
            <th>the rate would be</th>
            <th>and the door</th>
          </tr>
        </thead>
        <tbody>
          {neighbours.map((one) => (
            <tr key={one.wire_in}>
              <td>{one.wire_in}</td>
              <td>{one.rate_words}</td>
              <td>{one.door_words}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Stack>
  );
}
