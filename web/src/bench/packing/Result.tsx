import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { packingQuery } from '../../api/queries';
import { OnTheJamb } from '../../drawing/OnTheJamb';
import { SavedDrawing } from '../../drawing/SavedDrawing';
import { Figure, Figures, Quiet, Stack } from '../../ui/layout';
import { Refused } from '../../ui/states';
import { tape } from '../../ui/words';
import type { ResultProps } from '../result';
import { doorOf, numberOf, trackOf } from '../values';

/** How thick, and of what. */
export function Result({ sheet: { values } }: ResultProps) {
  const measured = numberOf(values, 'monitor_cable_in');
  const door = doorOf(values);
  const track = trackOf(values);
  const isTyped = door.height_in > 0 && door.section_count > 0 && track.radius_in > 0;
  const found = useQuery({
    ...packingQuery({
      measured_in: measured ?? 0,
      drum_diameter_in: numberOf(values, 'drum_diameter_in') ?? 4,
      ...(isTyped ? { door, track } : {}),
    }),
    enabled: measured !== undefined,
  });
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Quiet>Type how far the cable runs from the bare surface.</Quiet>;
  const { pieces, sentence, cable_off_in, jamb } = found.data;
  return (
    <Stack>
      <Stacked pieces={pieces} measured={measured ?? 0} off={cable_off_in} />
      <p role="status">{sentence}</p>
      {pieces.length > 0 && (
        <Figures>
          {pieces.map((one, place) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two pieces may be of one stock, and their order is all there is.
            <Figure key={place}>
              {tape(one.thickness_in)}
              <small>{one.stock}</small>
            </Figure>
          ))}
        </Figures>
      )}
      {jamb && (
        <>
          <SavedDrawing name="on-the-jamb">
            <OnTheJamb jamb={jamb} height={door.height_in} />
          </SavedDrawing>
          <p>{jamb.sentence}</p>
        </>
      )}
      <Quiet>
        Roller and lock on the side of the opener, fixed to framing. Proved by letting the cable go slack before the
        door runs by power. The maker’s manual comes first.
      </Quiet>
    </Stack>
  );
}

const Sketch = styled.svg`display: block; width: 100%; max-width: 420px; text { font: 600 15px Barlow, sans-serif; fill: var(--ink); } .wood { fill: var(--sheet); stroke: var(--edge); stroke-width: 1.5; } .cable { stroke: var(--action); stroke-width: 3; } .wall { fill: var(--line); } .room { stroke: var(--ink); stroke-width: 1; }`;

/** The wall, the packing and the cable seen from above, to scale. */
function Stacked({ pieces, measured, off }: { pieces: Schemas['Piece'][]; measured: number; off: number }) {
  const scale = 300 / Math.max(measured, 2);
  let at = 20;
  const drawn = pieces.map((one) => {
    const from = at;
    at += one.thickness_in * scale;
    return { from, wide: one.thickness_in * scale, one };
  });
  const cable = 20 + measured * scale;
  return (
    <Sketch viewBox="0 0 420 150" role="img" aria-label="The surface, the packing on it, and the cable before it">
      <rect className="wall" x="0" y="10" width="20" height="110" />
      {drawn.map(({ from, wide, one }, place) => (
        <g key={from}>
          <rect className="wood" x={from} y="30" width={wide} height="70" />
          <text x={from + wide / 2} y={place % 2 ? 117 : 24} textAnchor="middle">
            {one.stock}
          </text>
        </g>
      ))}
      <line className="cable" x1={cable} x2={cable} y1="10" y2="120" />
      <line className="room" x1={at} x2={cable} y1="65" y2="65" />
      <text x={(at + cable) / 2} y="60" textAnchor="middle">
        {tape(off)}
      </text>
      <text x={Math.min(cable, 380)} y="140" textAnchor="middle">
        cable
      </text>
    </Sketch>
  );
}
