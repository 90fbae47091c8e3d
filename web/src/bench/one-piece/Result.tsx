import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { onePieceQuery } from '../../api/queries';
import { OnePieceDoor } from '../../drawing/OnePieceDoor';
import { useWidth } from '../../drawing/useWidth';
import { Caution, Figure, Figures, Quiet, Stack } from '../../ui/layout';
import { Loading, Refused } from '../../ui/states';
import { unitSaid, whole } from '../../ui/units';
import type { ResultProps } from '../result';
import { numberOf } from '../values';

const Sheet = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; }
  text { font: 600 14px Barlow, sans-serif; fill: var(--ink); } .tick { font: 600 15px 'Barlow Condensed', sans-serif; fill: var(--quiet); }
  .heavy { fill: var(--heavy); font-weight: 600; } .hot { fill: var(--hot); font-weight: 600; }`;

const torque = (value: number) => Number(whole(value, 'lb·in')).toLocaleString('en-GB').replace(/,/g, ' ');

type Values = Schemas['Sheet']['values'];

/** Torque about the pivots over the arm's turn, and what a weight, an extension or a torsion spring leaves of it. */
export function Result({ sheet: { values }, dimensions }: ResultProps) {
  const sizes = ['height_in', 'weight_lb', 'arm_bracket_in', 'arm_pivot_in', 'arm_in'].map((name) =>
    numberOf(values, name),
  );
  const [height, weight, bracket, pivot, arm] = sizes.map((size) => size ?? 0) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const complete = sizes.every((size) => size !== undefined);
  const balance = balanceOf(values);
  const found = useQuery({
    ...onePieceQuery({
      door: { height_in: height, weight_lb: weight, bracket_in: bracket, pivot_in: pivot, arm_in: arm },
      balance,
    }),
    enabled: complete,
  });
  if (!complete)
    return <Quiet>Type the door, its arm and where the arm sits. Other gear than lifting arms is not covered.</Quiet>;
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { model, stands, weight_moment_lbin, worst_heavy_lbin, worst_hot_lbin } = found.data;
  return (
    <Stack>
      <OnePieceDoor stands={stands} height={height} dimensions={dimensions} />
      <Figures>
        <Figure>
          {torque(weight_moment_lbin)}
          <small>{unitSaid('lb·in')}: weight times arm that balances it all the way</small>
        </Figure>
        {worst_heavy_lbin != null && (
          <Figure>
            {torque(Math.max(0, worst_heavy_lbin))}
            <small>{unitSaid('lb·in')} ▼ heavy at the worst</small>
          </Figure>
        )}
        {worst_hot_lbin != null && (
          <Figure>
            {torque(Math.max(0, -worst_hot_lbin))}
            <small>{unitSaid('lb·in')} ▲ hot at the worst</small>
          </Figure>
        )}
      </Figures>
      <Torques answer={found.data} />
      <Caution>A one-piece door swings out and drops: hold it before anything that carries it is loosened.</Caution>
      <Quiet>{model}</Quiet>
      {!balance && (
        <Quiet>
          Type a weight and its arm, an extension spring with lug and anchor, or a torsion spring with its turns, to see
          what it leaves.
        </Quiet>
      )}
    </Stack>
  );
}

function balanceOf(values: Values): Schemas['OnePieceQuestion']['balance'] {
  const [weight, arm] = [numberOf(values, 'pivot_weight_lb'), numberOf(values, 'pivot_weight_arm_in')];
  if (weight && arm) return { kind: 'weight', weight_lb: weight, arm_in: arm };
  const [rate, free, lug, anchor] = ['pivot_rate_lb_per_in', 'pivot_free_in', 'pivot_lug_in', 'pivot_anchor_in'].map(
    (name) => numberOf(values, name),
  );
  if (rate && lug && anchor)
    return {
      kind: 'extension',
      rate_lb_per_in: rate,
      initial_lb: 0,
      free_in: free ?? 0,
      lug_in: lug,
      anchor_in: anchor,
    };
  const [twist, turns] = [numberOf(values, 'pivot_rate_lbin_per_turn'), numberOf(values, 'pivot_turns')];
  return twist && turns ? { kind: 'torsion', rate_lbin_per_turn: twist, turns } : null;
}

const HIGH = 260;
const MARGIN = 44;

function Torques({ answer }: { answer: Schemas['OnePieceAnswer'] }) {
  const [ref, width] = useWidth<HTMLElement>(640);
  const { angles_deg: angles, required_lbin: required, balanced_lbin: balanced } = answer;
  const top = Math.max(...required, ...(balanced ?? []), 1);
  const [first, last] = [angles[0] ?? 0, angles.at(-1) ?? 180];
  const x = (angle: number) => MARGIN + ((angle - first) / (last - first)) * (width - 2 * MARGIN);
  const y = (torque: number) => HIGH - 30 - (torque / top) * (HIGH - 60);
  const line = (torques: number[]) =>
    torques.map((torque, place) => `${x(angles[place] ?? 0).toFixed(1)},${y(torque).toFixed(1)}`).join(' ');
  return (
    <Sheet ref={ref}>
      <svg
        viewBox={`0 0 ${width} ${HIGH}`}
        height={HIGH}
        role="img"
        aria-label="Torque about the pivots from closed to open"
      >
        <path d={`M ${MARGIN} ${y(0)} H ${width - MARGIN}`} stroke="var(--ink)" />
        {[first, (first + last) / 2, last].map((angle) => (
          <text key={angle} className="tick" x={x(angle)} y={HIGH - 10} textAnchor="middle">
            {Math.round(angle)}°
          </text>
        ))}
        <polyline points={line(required)} fill="none" stroke="var(--ink)" strokeWidth="2.4" />
        {balanced && (
          <polyline points={line(balanced)} fill="none" stroke="var(--heavy)" strokeWidth="1.8" strokeDasharray="6 4" />
        )}
        <text x={MARGIN} y={16}>
          whole line: the door needs · dashed: it is given
        </text>
      </svg>
    </Sheet>
  );
}
