import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { balanceYearsQuery } from '../api/queries';
import { useWidth } from '../drawing/useWidth';
import { Caution, Quiet, Stack } from '../ui/layout';
import { Refused } from '../ui/states';
import { plain, sized } from '../ui/units';
import { day } from '../ui/words';

const Figure = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; } text { font: 600 14px Barlow, sans-serif; fill: var(--ink); }
  .band { fill: var(--holds-band); } .zero { stroke: var(--ink); stroke-width: 1; }   .ahead { fill: none; stroke: var(--caution); stroke-width: 2; stroke-dasharray: 6 5; } .spread { stroke: var(--ink); stroke-width: 1.5; }
  .seen { fill: var(--sheet); stroke: var(--action); stroke-width: 2.5; } .changed { fill: var(--action); }`;
const HEIGHT = 190;
const [LEFT, RIGHT, TOP, BOTTOM] = [86, 22, 14, 30];
/** No axis is narrower than this [lb]: a steady door looks steady. */
const LEAST_LB = 20;

/** Does this door keep its balance over the years, or do its springs tire? */
export function BalanceYears({ door }: { door: string }) {
  const found = useQuery(balanceYearsQuery(door));
  if (found.isLoadingError) return <Refused wrong={found.error} />;
  if (!found.data) return null;
  const { visits, sentence, leaves_on } = found.data;
  return (
    <Stack>
      <h2>Balance over the years</h2>
      {leaves_on ? <Caution>{sentence}</Caution> : <p>{sentence}</p>}
      <Chart visits={visits} leaves={leaves_on} />
      <Quiet>
        Hand force half-way up with what the readings leave open; the band is the drag, within which it holds. Open
        marks: as found; full marks: after work; dashed: as it goes on.
      </Quiet>
    </Stack>
  );
}

function Chart({ visits, leaves }: { visits: Schemas['Visited'][]; leaves: string | null }) {
  const [ref, pixels] = useWidth<HTMLElement>(640);
  const times = visits.map((one) => new Date(one.on).getTime());
  const seen = Math.max(...times);
  const over = leaves ? new Date(leaves).getTime() : seen;
  const [first, last] = [Math.min(...times), Math.max(seen, over)];
  const most = Math.max(
    LEAST_LB,
    ...visits.flatMap((one) => [Math.abs(one.low_lb), Math.abs(one.high_lb), one.drag_lb]),
  );
  const drag = visits.at(-1)?.drag_lb ?? 0;
  const x = (time: number) => LEFT + ((time - first) / Math.max(last - first, 1)) * (pixels - LEFT - RIGHT);
  // Heavy points down, as everywhere.
  const y = (pounds: number) => TOP + ((pounds + most) / (2 * most)) * (HEIGHT - TOP - BOTTOM);
  return (
    <Figure ref={ref}>
      <svg viewBox={`0 0 ${pixels} ${HEIGHT}`} height={HEIGHT} role="img" aria-label={inWords(visits)}>
        <rect className="band" x={LEFT} y={y(-drag)} width={pixels - LEFT - RIGHT} height={y(drag) - y(-drag)} />
        <path className="zero" d={`M ${LEFT} ${y(0)} H ${pixels - RIGHT}`} />
        <text x="0" y={y(-most) + 12}>
          {sized(most, 'lb')} hot ▲
        </text>
        <text x="0" y={y(most)}>
          {plain(most, 'lb')} heavy ▼
        </text>
        {leaves && (
          <path className="ahead" d={`M ${x(seen)} ${y(visits.at(-1)?.net_lb ?? 0)} L ${x(over)} ${y(drag)}`} />
        )}
        {visits.map((one, place) => (
          <g key={`${one.on} ${one.changed}`}>
            <path className="spread" d={`M ${x(times[place] ?? 0)} ${y(one.low_lb)} V ${y(one.high_lb)}`} />
            <circle
              className={one.changed ? 'seen changed' : 'seen'}
              cx={x(times[place] ?? 0)}
              cy={y(one.net_lb)}
              r="6"
            />
          </g>
        ))}
        <text x={LEFT} y={HEIGHT - 6}>
          {new Date(first).getFullYear()}
        </text>
        {last > first && (
          <text x={pixels - RIGHT} y={HEIGHT - 6} textAnchor="end">
            {new Date(last).getFullYear()}
          </text>
        )}
      </svg>
    </Figure>
  );
}

function inWords(visits: Schemas['Visited'][]): string {
  return visits
    .map((one) => `${day(one.on)}: ${sized(one.net_lb, 'lb')}${one.changed ? ' after work' : ''}`)
    .join('; ');
}
