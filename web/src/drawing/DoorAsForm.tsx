import styled from 'styled-components';
import type { Schemas } from '../api/client';
import type { Dimensions } from './Dimension';
import { InsideView } from './InsideView';
import type { Measured } from './insideParts';
import { OnTheDoor } from './OnTheDoor';
import { OnTheTrack } from './OnTheTrack';

const Drawing = styled.div`display: grid; grid-template-columns: minmax(0, 1fr) 236px; gap: 6px; align-items: start; svg [role='button'] { cursor: pointer; }
  @media (max-width: 1180px) { grid-template-columns: minmax(0, 1fr); }`;

type Props = {
  measured: Measured;
  said: Schemas['DoorDescription'];
  plates?: Schemas['Plates'] | undefined;
  dimensions: Dimensions;
};

const USUAL_RADIUS_IN = 12;
const USUAL_RISE_OVER_RADIUS_IN = 3;

/** The door as measured so far, its numbers where they are measured: touch one to measure it. */
export function DoorAsForm({ measured, said, plates, dimensions }: Props) {
  const number = (name: string, usual: number) => (typeof measured[name] === 'number' ? measured[name] : usual);
  const radius = number('radius_in', USUAL_RADIUS_IN);
  return (
    <Drawing>
      <InsideView
        measured={measured}
        said={said}
        plates={plates}
        over={(place) => <OnTheDoor place={place} dimensions={dimensions} />}
      />
      <OnTheTrack
        dimensions={dimensions}
        radius={radius}
        rise={number('rise_in', radius + USUAL_RISE_OVER_RADIUS_IN)}
        vertical={measured.lift === 'vertical'}
      />
    </Drawing>
  );
}
