import styled from 'styled-components';
import { tape } from '../ui/words';

const Rail = styled.svg`display: block; width: 100%; text { font: 500 15px Barlow, sans-serif; fill: var(--ink); } .end { font: 600 18px 'Barlow Condensed', sans-serif; fill: var(--quiet); }
  .rail { stroke: var(--edge); stroke-width: 6; } .mark { stroke: var(--ink); stroke-width: 2; } .stop { fill: var(--action); } .off { stroke: var(--action); stroke-width: 2; }`;

type Props = {
  /** How far the trolley stops beyond its mark at either end [in], short of it below nought; nothing where it was not looked at. */
  up: number | null;
  down: number | null;
};
const [CLOSED, OPEN, LEAST] = [190, 710, 6];

/** The rail seen from the side: the door's two marks, and where the trolley stops. Both ends have one scale. */
export function LimitRail({ up, down }: Props) {
  const scale = 120 / Math.max(LEAST, Math.abs(up ?? 0), Math.abs(down ?? 0));
  const ends = [
    { name: 'closed', mark: CLOSED, stop: down === null ? null : CLOSED - down * scale, off: down },
    { name: 'open', mark: OPEN, stop: up === null ? null : OPEN + up * scale, off: up },
  ];
  return (
    <Rail viewBox="0 0 900 130" role="img" aria-label="The rail with the marks of the door and where the trolley stops">
      <line className="rail" x1="30" x2="870" y1="70" y2="70" />
      {ends.map(({ name, mark, stop, off }) => (
        <g key={name}>
          <line className="mark" x1={mark} x2={mark} y1="48" y2="92" />
          <text className="end" x={mark} y="112" textAnchor="middle">
            mark of the {name} door
          </text>
          {stop !== null && (
            <>
              <path className="stop" d={`M ${stop} 64 l -9 -16 h 18 Z`} />
              <line className="off" x1={mark} x2={stop} y1="40" y2="40" />
              <text x={(mark + stop) / 2} y="32" textAnchor="middle">
                {off ? `${tape(Math.abs(off))} ${off > 0 ? 'beyond' : 'short'}` : 'on its mark'}
              </text>
            </>
          )}
        </g>
      ))}
    </Rail>
  );
}
