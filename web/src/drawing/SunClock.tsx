import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { inWords } from '../ui/dates';
import { useWidth } from './useWidth';

const Sheet = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; }
  text { font: 600 14px Barlow, sans-serif; fill: var(--ink); } .tick { font: 600 15px 'Barlow Condensed', sans-serif; fill: var(--quiet); }
  figcaption { font-size: 16px; padding-top: 4px; }`;

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const DAYS = 366;
const [FIRST, LAST] = [4, 22];
const [LEFT, TOP, HIGH, BELOW] = [36, 8, 190, 24];

type Props = {
  title: string;
  side: Schemas['SunSide'];
  /** Day of the year and hour of what was complained of, and of today. */
  complaint: { day: number; hour: number } | null;
  today: number;
};

/** The year across, the hours down: when the sun stands in a receiver on this side. */
export function SunClock({ title, side, complaint, today }: Props) {
  const [ref, width] = useWidth<HTMLElement>(420);
  const wide = Math.max(width - LEFT - 6, 100);
  const x = (day: number) => LEFT + ((day - 1) / DAYS) * wide;
  const y = (hour: number) => TOP + ((hour - FIRST) / (LAST - FIRST)) * HIGH;
  const worst = side.worst_week;
  const says = worst
    ? `${Math.round(side.hours_per_year)} hours a year; most in the week of ${inWords(worst.monday)}: ${worst.hours} h`
    : 'never in the sun';
  return (
    <Sheet ref={ref}>
      <svg viewBox={`0 0 ${width} ${TOP + HIGH + BELOW}`} role="img" aria-label={`${title}: ${says}`}>
        <rect x={LEFT} y={TOP} width={wide} height={HIGH} fill="var(--sheet)" stroke="var(--edge)" />
        {side.days.map(({ day, from_h: from, to_h: to }) => (
          <rect
            key={`${day} ${from}`}
            x={x(day)}
            y={y(Math.max(from, FIRST))}
            width={wide / DAYS + 0.4}
            height={Math.max(y(Math.min(to, LAST)) - y(Math.max(from, FIRST)), 1)}
            fill="var(--hot)"
          />
        ))}
        {MONTHS.map((month, place) => (
          <g key={month}>
            <path d={`M ${x(place * 30.5 + 1)} ${TOP} V ${TOP + HIGH}`} stroke="var(--line)" strokeWidth="0.8" />
            {(wide > 330 || place % 2 === 0) && (
              <text className="tick" x={x(place * 30.5 + 15)} y={TOP + HIGH + 17} textAnchor="middle">
                {month}
              </text>
            )}
          </g>
        ))}
        {[6, 9, 12, 15, 18, 21].map((hour) => (
          <g key={hour}>
            <path d={`M ${LEFT} ${y(hour)} H ${LEFT + wide}`} stroke="var(--line)" strokeWidth="0.8" />
            <text className="tick" x={LEFT - 6} y={y(hour) + 5} textAnchor="end">
              {hour}
            </text>
          </g>
        ))}
        <path d={`M ${x(today)} ${TOP} V ${TOP + HIGH}`} stroke="var(--action)" strokeWidth="2" />
        {complaint && (
          <path
            d={`M ${x(complaint.day)} ${y(complaint.hour) - 8} l 8 8 l -8 8 l -8 -8 z`}
            fill="var(--sheet)"
            stroke="var(--stop)"
            strokeWidth="2.5"
          />
        )}
      </svg>
      <figcaption>
        <b>{title}</b>: {says}
      </figcaption>
    </Sheet>
  );
}
