import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { packingQuery, surveyQuery } from '../api/queries';
import { OnTheJamb } from '../drawing/OnTheJamb';
import { SavedDrawing } from '../drawing/SavedDrawing';
import { Caution, Figure, Figures, Quiet, Stack, Table } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import { tape } from '../ui/words';
import type { ResultProps } from './pages';
import { doorOf, numberOf, trackOf } from './values';

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
export function SurveyResult({ sheet: { values } }: ResultProps) {
  const said = values.counterbalance;
  const found = useQuery(
    surveyQuery({
      ...Object.fromEntries(WORDS.filter((name) => values[name]).map((name) => [name, values[name] === 'yes'])),
      ...Object.fromEntries(
        SIZES.flatMap((name) => (numberOf(values, name) === undefined ? [] : [[name, values[name]]])),
      ),
      ...(said === 'torsion' || said === 'extension' || said === 'counterweight' ? { counterbalance: said } : {}),
    }),
  );
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { sentence, rows, fits } = found.data;
  const order = { no: 0, measure_again: 1, yes: 2 };
  return (
    <Stack>
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
                  {row.cure && <Quiet>{row.cure}</Quiet>}
                </td>
              </tr>
            ))}
        </tbody>
      </Rules>
      <Quiet>Common practice; the maker’s figures win.</Quiet>
    </Stack>
  );
}

/** How thick, and of what. */
export function PackingResult({ sheet: { values } }: ResultProps) {
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

const Sketch = styled.svg`display: block; width: 100%; max-width: 420px; text { font: 500 15px Barlow, sans-serif; fill: var(--ink); } .wood { fill: var(--sheet); stroke: var(--edge); stroke-width: 1.5; } .cable { stroke: var(--action); stroke-width: 3; } .wall { fill: var(--line); } .room { stroke: var(--ink); stroke-width: 1; }`;

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
