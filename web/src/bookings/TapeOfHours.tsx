import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { clockOf } from './dayMove';

const Tape = styled.div`padding-left: 160px; @media (max-width: 700px) { display: none; }
  svg { display: block; width: 100%; height: 34px; overflow: visible; } text { font: 600 16px 'Barlow Condensed', sans-serif; fill: var(--ink); }
  path { stroke: var(--edge); fill: none; } .now { stroke: var(--action); stroke-width: 2; }`;

type Props = { hours: { first: number; last: number }; day: Schemas['DeskDay'] };

/** The hours of a day as on a tape: a long tick an hour, short ones the quarters. */
export function TapeOfHours({ hours, day }: Props) {
  const { first, last } = hours;
  const at = (minute: number) => `${(100 * (minute - first)) / (last - first)}%`;
  const quarters = Array.from({ length: (last - first) / 15 + 1 }, (_, place) => first + 15 * place);
  return (
    <Tape aria-hidden>
      <svg>
        {quarters.map((minute) => (
          <svg key={minute} x={at(minute)} overflow="visible">
            <path d={`M0 34V${minute % 60 === 0 ? 20 : minute % 30 === 0 ? 26 : 29}`} />
            {minute % 60 === 0 && (
              <text y={15} textAnchor={minute === last ? 'end' : minute === first ? 'start' : 'middle'}>
                {clockOf(minute)}
              </text>
            )}
          </svg>
        ))}
        {day.now_minute > first && day.now_minute < last && (
          <svg x={at(day.now_minute)} overflow="visible">
            <path className="now" d="M0 34V16" />
          </svg>
        )}
      </svg>
    </Tape>
  );
}
