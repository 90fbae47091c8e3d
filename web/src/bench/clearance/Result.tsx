import { useQuery } from '@tanstack/react-query';
import { clearanceQuery } from '../../api/queries';
import { Caution, Facts, Figure, Figures, Label, Quiet, Stack } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import { feet } from '../../ui/words';
import type { ResultProps } from '../result';
import { doorOf, numberOf, trackOf } from '../values';

/** What is left under the open door, what takes it, and what would win some back. */
export function Result({ sheet: { values } }: ResultProps) {
  const door = doorOf(values);
  const track = trackOf(values);
  const isTyped = door.height_in > 0 && door.section_count > 0 && track.radius_in > 0;
  const found = useQuery({
    ...clearanceQuery({
      door,
      track,
      opening_in: numberOf(values, 'opening_height_in') ?? null,
      rail_in: numberOf(values, 'rail_underside_in') ?? null,
      beam_in: numberOf(values, 'beam_underside_in') ?? null,
      ceiling_in: numberOf(values, 'ceiling_in') ?? null,
      vehicle_in: numberOf(values, 'vehicle_in') ?? null,
    }),
    enabled: isTyped,
  });
  if (!isTyped) return <Quiet>Type the door and its track.</Quiet>;
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { clear_in, parts, ways, sentence, vehicle_fits } = found.data;
  return (
    <Stack>
      {vehicle_fits === false ? <Caution role="status">{sentence}</Caution> : <p role="status">{sentence}</p>}
      <Figures>
        <Figure>
          {feet(clear_in)}
          <small>left under the open door</small>
        </Figure>
      </Figures>
      <Label>The lowest first</Label>
      <Facts>
        {parts.map((one) => (
          <div key={one.part} style={{ display: 'contents' }}>
            <dt>{one.part}</dt>
            <dd>{feet(one.lowest_in)}</dd>
          </div>
        ))}
      </Facts>
      {ways.length > 0 && (
        <>
          <Label>What would win some back</Label>
          <Facts>
            {ways.map((one) => (
              <div key={one.way} style={{ display: 'contents' }}>
                <dt>{one.way}</dt>
                <dd>
                  {feet(one.clear_in)}, {feet(one.wins_in)} more, about {one.minutes} minutes
                </dd>
              </div>
            ))}
          </Facts>
        </>
      )}
      <Quiet>
        By the track as typed, hinges and top fixture as usual. Measure before a vehicle is driven under it.
      </Quiet>
    </Stack>
  );
}
