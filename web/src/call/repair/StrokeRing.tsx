import styled from 'styled-components';

const Ring = styled.svg`width: min(55vw, 68vh); height: min(55vw, 68vh); @media (max-width: 1000px) { width: min(84vw, 46vh); height: min(84vw, 46vh); }
  text { font: 600 64px 'Barlow Condensed', sans-serif; fill: var(--ink); text-anchor: middle; font-variant-numeric: tabular-nums; }
  .unit { font-size: 10px; font-weight: 600; fill: var(--quiet); } .to-go { font-size: 15px; }`;

const OUTER = 96;
const INNER = 79;
const GAP = 0.22;

type Props = {
  /** Strokes of the whole way, those behind, the number to be read, and what stands under it. */
  total: number;
  done: number;
  count: number;
  unit: string;
  toGo: string;
};

/** The count as a ring of strokes, four to a turn: those in stand solid, those to go are outlines. Read across a garage. */
export function StrokeRing({ total, done, count, unit, toGo }: Props) {
  const all = Math.max(total, done, 1);
  // A turn's four strokes stand together, with a wider gap before the next four.
  const turns = Math.ceil(all / 4);
  const step = 360 / (all + turns * GAP * 2);
  return (
    <Ring viewBox="-100 -100 200 200" aria-hidden="true">
      {Array.from({ length: all }, (_, place) => {
        const from = step * (place + Math.floor(place / 4) * GAP * 2 + GAP);
        return (
          <path
            key={from}
            d={wedge(from, from + step * (1 - GAP))}
            fill={place < done ? 'var(--action)' : 'var(--sheet)'}
            stroke={place < done ? 'var(--action)' : 'var(--edge)'}
            strokeWidth="0.8"
          />
        );
      })}
      <text y="14">{count}</text>
      <text className="unit" y="30">
        {unit}
      </text>
      <text className="unit to-go" y="50">
        {toGo}
      </text>
    </Ring>
  );
}

function wedge(from: number, to: number): string {
  const at = (radius: number, degrees: number) => {
    const turn = (degrees * Math.PI) / 180;
    return `${(radius * Math.sin(turn)).toFixed(2)} ${(-radius * Math.cos(turn)).toFixed(2)}`;
  };
  return `M${at(INNER, from)} L${at(OUTER, from)} A${OUTER} ${OUTER} 0 0 1 ${at(OUTER, to)} L${at(INNER, to)} A${INNER} ${INNER} 0 0 0 ${at(INNER, from)}Z`;
}
