import styled from 'styled-components';
import { tape } from '../ui/words';
import { useWidth } from './useWidth';

const Rail = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; } text { font: 500 15px Barlow, sans-serif; fill: var(--ink); } .end { font: 600 18px 'Barlow Condensed', sans-serif; fill: var(--quiet); }
  .rail { stroke: var(--edge); stroke-width: 6; } .mark { stroke: var(--ink); stroke-width: 2; } .stop { fill: var(--action); } .off { stroke: var(--action); stroke-width: 2; }`;

type Props = {
  /** How far the trolley stops beyond its mark at either end [in], short of it below zero; nothing where it was not looked at. */
  up: number | null;
  down: number | null;
};
/** Where the marks stand, and how far the larger error reaches, as shares of the width; errors below so many inches look small. */
const [CLOSED, OPEN, REACH, LEAST_IN] = [0.22, 0.78, 0.13, 6];
/** Wide enough for the marks' whole names, in pixels. */
const ROOMY = 480;

/** The rail seen from the side: the door's two marks, and where the trolley stops. Both ends have one scale. */
export function LimitRail({ up, down }: Props) {
  const [ref, width] = useWidth<HTMLElement>(900);
  const scale = (REACH * width) / Math.max(LEAST_IN, Math.abs(up ?? 0), Math.abs(down ?? 0));
  const ends = [
    { name: 'closed', mark: CLOSED * width, stop: down === null ? null : CLOSED * width - down * scale, off: down },
    { name: 'open', mark: OPEN * width, stop: up === null ? null : OPEN * width + up * scale, off: up },
  ];
  return (
    <Rail ref={ref}>
      <svg
        viewBox={`0 0 ${width} 130`}
        role="img"
        aria-label="The rail with the marks of the door and where the trolley stops"
      >
        <line className="rail" x1={10} x2={width - 10} y1="70" y2="70" />
        {ends.map(({ name, mark, stop, off }) => (
          <g key={name}>
            <line className="mark" x1={mark} x2={mark} y1="48" y2="92" />
            <text className="end" x={mark} y="112" textAnchor="middle">
              {width < ROOMY ? name : `mark of the ${name} door`}
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
      </svg>
    </Rail>
  );
}
