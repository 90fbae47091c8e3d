import { useMutation, useQuery } from '@tanstack/react-query';
import { client, data, type Schemas } from '../../api/client';
import { placementQuery, sideViewQuery } from '../../api/queries';
import { OnTheRail } from '../../drawing/OnTheRail';
import { SavedDrawing } from '../../drawing/SavedDrawing';
import { Plain } from '../../ui/buttons';
import { Caution, Facts, Quiet, Stack } from '../../ui/layout';
import { saveAs } from '../../ui/saved';
import { Loading, Refused } from '../../ui/states';
import type { ResultProps } from '../result';
import { doorOf, numberOf, trackOf } from '../values';

/** Where the bracket and the rail go, how the arm stands, and what is in the way. */
export function Result({ sheet: { values } }: ResultProps) {
  const door = doorOf(values);
  const track = trackOf(values);
  const kind = values.placed_kind === 'canopy' || values.placed_kind === 'one_piece' ? values.placed_kind : 'sectional';
  const hasSections = kind === 'sectional';
  const highest = numberOf(values, 'highest_travel_in') ?? null;
  const isTyped = hasSections ? door.height_in > 0 && door.section_count > 0 && track.radius_in > 0 : highest !== null;
  const ceiling = numberOf(values, 'ceiling_in') ?? null;
  const beam = numberOf(values, 'beam_underside_in');
  const asked: Schemas['PlacementQuestion'] = {
    kind,
    door: hasSections ? door : null,
    track: hasSections ? track : null,
    highest_in: highest,
    bracket_above_in: numberOf(values, 'bracket_above_in') ?? null,
    ceiling_in: ceiling,
    beam: beam === undefined ? null : { underside_in: beam, from_door_in: numberOf(values, 'beam_from_door_in') ?? 0 },
    vehicle_in: numberOf(values, 'vehicle_in') ?? null,
    top_section: (values.top_section as Schemas['PlacementQuestion']['top_section']) ?? null,
    width_in: numberOf(values, 'width_in') ?? null,
  };
  const found = useQuery({ ...placementQuery(asked), enabled: isTyped });
  const print = useMutation({
    mutationFn: () => data(client.POST('/api/bench/placement/drawing.pdf', { body: asked, parseAs: 'blob' })),
    onSuccess: (page) => saveAs(page as Blob, 'fitting-drawing.pdf'),
  });
  const view = useQuery({
    ...sideViewQuery({
      door,
      track,
      drum: null,
      extension: null,
      counterweight: null,
      positions_in: [0, door.height_in],
    }),
    enabled: isTyped && hasSections && found.isSuccess,
  });
  if (!isTyped)
    return <Quiet>{hasSections ? 'Type the door and its track.' : 'Raise the door and type its highest point.'}</Quiet>;
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data || (hasSections && !view.data)) return <Loading />;
  const { sentence, in_the_way, dimensions } = found.data;
  return (
    <Stack>
      <p role="status">{sentence}</p>
      {in_the_way.map((one) => (
        <Caution key={one.what}>
          {one.what}: {one.cure}
          {one.minutes && ` About ${one.minutes} minutes.`}
        </Caution>
      ))}
      {view.data && (
        <>
          <SavedDrawing name="fitting-drawing">
            <OnTheRail placement={found.data} view={view.data} ceiling={ceiling} />
          </SavedDrawing>
          <div>
            <Plain isDisabled={print.isPending} onPress={() => print.mutate()}>
              {print.isPending ? 'Drawing the page…' : 'One page to print (PDF)'}
            </Plain>
          </div>
        </>
      )}
      {print.isError && <Refused wrong={print.error} />}
      <Facts>
        {dimensions.map((one) => (
          <div key={one.what} style={{ display: 'contents' }}>
            <dt>{one.what}</dt>
            <dd>{one.says}</dd>
          </div>
        ))}
      </Facts>
      <Quiet>
        The door maker’s own opener bracket first, else brace the top section. Common practice; the maker’s figures and
        local codes come first.
      </Quiet>
    </Stack>
  );
}
