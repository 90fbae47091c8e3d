import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { useWidth } from '../drawing/useWidth';
import { Quiet, Stack } from '../ui/layout';

const Row = styled.div`display: grid; grid-template-columns: minmax(0, 260px) minmax(0, 1fr); gap: 12px; align-items: end;
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); gap: 0; }`;
const HEIGHT = 44;
// The numbers stand over their bars where there is room for them.
const NUMBERED_FROM = 22;

const monthShort = (month: string) => new Date(`${month}T12:00:00`).toLocaleDateString('en-GB', { month: 'short' });

/** Which fault comes with which months? Each cause on the same scale, a bar a month. */
export function CauseMonths({ months, rows }: { months: string[]; rows: Schemas['CauseMonths'][] }) {
  if (rows.length === 0 || months.length < 2) return null;
  const most = Math.max(...rows.flatMap((one) => one.calls), 1);
  return (
    <Stack role="group" aria-label="Causes month by month" $gap={10}>
      <h2>Causes month by month</h2>
      {rows.map((one) => (
        <Row key={one.cause}>
          <span>{one.text}</span>
          <MonthBars label={`${one.text}, by month`} months={months} calls={one.calls} most={most} />
        </Row>
      ))}
      <Quiet>
        {monthShort(months[0] ?? '')} {months[0]?.slice(0, 4)} to {monthShort(months.at(-1) ?? '')}{' '}
        {months.at(-1)?.slice(0, 4)}; all bars on one scale, the longest is {most === 1 ? '1 call' : `${most} calls`}.
      </Quiet>
    </Stack>
  );
}

type Bars = { label: string; months: string[]; calls: number[]; most: number };

function MonthBars({ label, months, calls, most }: Bars) {
  const [box, width] = useWidth<HTMLDivElement>(640);
  const step = width / months.length;
  const bar = Math.max(step - 3, 1);
  const said = months.map((month, at) => `${monthShort(month)} ${month.slice(0, 4)} ${calls[at] ?? 0}`).join(', ');
  return (
    <div ref={box}>
      <svg
        role="img"
        aria-label={`${label}: ${said}`}
        width="100%"
        height={HEIGHT + 14}
        viewBox={`0 0 ${width} ${HEIGHT + 14}`}
      >
        <line x1={0} x2={width} y1={HEIGHT + 13.5} y2={HEIGHT + 13.5} stroke="var(--edge)" />
        {calls.map((count, at) => {
          const height = (HEIGHT * count) / most;
          return (
            <g key={months[at]}>
              <rect x={at * step} y={HEIGHT + 13 - height} width={bar} height={height} fill="var(--action)" />
              {count > 0 && bar >= NUMBERED_FROM && (
                <text
                  x={at * step + bar / 2}
                  y={HEIGHT + 10 - height}
                  textAnchor="middle"
                  fontSize={12}
                  fill="var(--ink)"
                >
                  {count}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
