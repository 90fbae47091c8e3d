import styled, { keyframes } from 'styled-components';
import type { Schemas } from '../../api/client';
import { feet } from '../../ui/words';

type Seen = Schemas['DeedSeen'];
const Drawn = styled.svg`display: block; width: 100%; max-width: 260px; text { font: 600 13px Barlow, sans-serif; fill: var(--ink); }`;
const go = keyframes`from { transform: translateY(0); }`;
const Edge = styled.g<{ $by: number }>`transform: translateY(${({ $by }) => $by}px);
  @media (prefers-reduced-motion: no-preference) { animation: ${go} 1.4s cubic-bezier(0.3, 0, 0.7, 1); }`;

/** What the instrument shows, to be read by whoever looks; what it shows stands in words beside it. */
export function Instrument({ seen }: { seen: Seen }) {
  const [start, end] = seen.way_in ?? [];
  const [up, down] = seen.force_lb ?? [];
  if (start !== undefined && end !== undefined) return <Motion start={start} end={end} says={seen.says} />;
  if (up !== undefined && down !== undefined) return <Gauge up={up} down={down} says={seen.says} />;
  if (seen.tape_in !== null && seen.tape_in !== undefined) return <Tape end={seen.tape_in} says={seen.says} />;
  if (seen.scale_lb !== null && seen.scale_lb !== undefined) return <Scale pounds={seen.scale_lb} says={seen.says} />;
  if (seen.receiver) return <Lights lit={seen.sender_lit ?? false} receiver={seen.receiver} says={seen.says} />;
  return null;
}

const TALL = 150;
/** Over so many inches around where it was let go [in]. */
const SPAN_IN = 30;

/** The bottom edge against a tape: where it was let go, and where it went. */
function Motion({ start, end, says }: { start: number; end: number; says: string }) {
  const y = (inches: number) => TALL / 2 - ((inches - start) * TALL) / SPAN_IN;
  const ticks = Array.from({ length: SPAN_IN + 1 }, (_, at) => Math.round(start) - SPAN_IN / 2 + at);
  return (
    <Drawn viewBox={`0 0 240 ${TALL}`} role="img" aria-label={says}>
      <rect x="10" y="0" width="46" height={TALL} fill="var(--sheet)" stroke="var(--edge)" />
      {ticks.map((inch) => (
        <g key={inch}>
          <path d={`M 10 ${y(inch)} h ${inch % 6 === 0 ? 26 : 12}`} stroke="var(--ink)" strokeWidth="1" />
          {inch % 6 === 0 && (
            <text x="60" y={y(inch) + 4}>
              {feet(inch)}
            </text>
          )}
        </g>
      ))}
      <path d={`M 4 ${y(start)} H 230`} stroke="var(--quiet)" strokeDasharray="3 4" />
      <Edge $by={y(end) - y(start)} key={`${start} ${end}`}>
        <path d={`M 110 ${y(start)} H 230`} stroke="var(--action)" strokeWidth="5" />
        <path d={`M 110 ${y(start) - 4} V ${y(start) - 22} H 230 V ${y(start) - 4}`} fill="none" stroke="var(--ink)" />
      </Edge>
    </Drawn>
  );
}

const FULL_LB = 60;
const turned = (pounds: number) => Math.max(-1, Math.min(1, pounds / FULL_LB)) * 110;

/** A hook gauge with two needles: what it read slowly up, and slowly down. */
function Gauge({ up, down, says }: { up: number; down: number; says: string }) {
  const ticks = Array.from({ length: 13 }, (_, at) => (at - 6) * 10);
  return (
    <Drawn viewBox="0 0 240 150" role="img" aria-label={says}>
      {ticks.map((pounds) => (
        <g key={pounds} transform={`rotate(${turned(pounds)} 120 100)`}>
          <path d="M 120 18 V 30" stroke="var(--ink)" strokeWidth={pounds % 20 === 0 ? 2 : 1} />
          {pounds % 20 === 0 && (
            <text x="120" y="14" textAnchor="middle">
              {Math.abs(pounds)}
            </text>
          )}
        </g>
      ))}
      <path
        d="M 120 100 V 34"
        stroke="var(--action)"
        strokeWidth="4"
        transform={`rotate(${turned(up)} 120 100)`}
        strokeLinecap="round"
      />
      <path
        d="M 120 100 V 44"
        stroke="var(--quiet)"
        strokeWidth="3"
        strokeDasharray="6 4"
        transform={`rotate(${turned(down)} 120 100)`}
      />
      <circle cx="120" cy="100" r="6" fill="var(--ink)" />
      <text x="120" y="140" textAnchor="middle">
        solid: up, dashed: down
      </text>
    </Drawn>
  );
}

/** So much of the tape is in sight [in], and how many marks an inch has. */
const IN_SIGHT_IN = 5;
const SIXTEENTHS = 16;
/** How long a mark is by how it divides the inch, the longest first. */
const MARKS = [
  { every: 16, long: 44 },
  { every: 8, long: 32 },
  { every: 4, long: 24 },
  { every: 2, long: 17 },
  { every: 1, long: 11 },
];

/** The tape where what is measured ends: its marks, to be read. */
function Tape({ end, says }: { end: number; says: string }) {
  const first = Math.max(0, Math.floor((end - IN_SIGHT_IN / 2) * SIXTEENTHS));
  const x = (sixteenths: number) => ((sixteenths - first) * 240) / (IN_SIGHT_IN * SIXTEENTHS);
  const marks = Array.from({ length: IN_SIGHT_IN * SIXTEENTHS + 1 }, (_, at) => first + at);
  return (
    <Drawn viewBox="0 0 240 96" role="img" aria-label={says}>
      <rect x="0" y="0" width="240" height="62" fill="var(--sheet)" stroke="var(--edge)" />
      {marks.map((mark) => (
        <g key={mark}>
          <path
            d={`M ${x(mark)} 0 v ${MARKS.find((one) => mark % one.every === 0)?.long ?? 11}`}
            stroke="var(--ink)"
            strokeWidth={mark % SIXTEENTHS === 0 ? 1.6 : 0.8}
          />
          {mark % SIXTEENTHS === 0 && (
            <text x={x(mark) + 4} y="56">
              {mark / SIXTEENTHS}
            </text>
          )}
        </g>
      ))}
      <path d={`M ${x(end * SIXTEENTHS)} 0 V 92`} stroke="var(--action)" strokeWidth="2" />
      <path d={`M 0 78 H ${x(end * SIXTEENTHS)}`} stroke="var(--action)" strokeWidth="10" />
    </Drawn>
  );
}

const SWING_LB = 6;
const swing = keyframes`0% { transform: rotate(-7deg); } 30% { transform: rotate(5deg); } 60% { transform: rotate(-3deg); } 100% { transform: rotate(0); }`;
const Needle = styled.g`transform-origin: 120px 110px; @media (prefers-reduced-motion: no-preference) { animation: ${swing} 2.4s ease-out; }`;

/** A scale under the door: its needle swings, and settles. */
function Scale({ pounds, says }: { pounds: number; says: string }) {
  const middle = Math.round(pounds / 10) * 10;
  const turn = (weight: number) => ((weight - middle) * 70) / (5 * SWING_LB);
  const ticks = Array.from({ length: 5 * 2 * SWING_LB + 1 }, (_, at) => middle - 5 * SWING_LB + at).filter(
    (one) => one >= 0,
  );
  return (
    <Drawn viewBox="0 0 240 130" role="img" aria-label={says}>
      {ticks.map((weight) => (
        <g key={weight} transform={`rotate(${turn(weight)} 120 110)`}>
          <path d={`M 120 22 v ${weight % 10 === 0 ? 14 : weight % 5 === 0 ? 10 : 6}`} stroke="var(--ink)" />
          {weight % 10 === 0 && (
            <text x="120" y="16" textAnchor="middle">
              {weight}
            </text>
          )}
        </g>
      ))}
      <Needle>
        <path
          d="M 120 110 V 30"
          stroke="var(--action)"
          strokeWidth="3"
          transform={`rotate(${turn(pounds)} 120 110)`}
          strokeLinecap="round"
        />
      </Needle>
      <circle cx="120" cy="110" r="6" fill="var(--ink)" />
    </Drawn>
  );
}

const FILLS = { steady: 'var(--action)', dim: 'var(--action-ground)', out: 'none', '': 'none' } as const;

/** The two eyes and their lights. */
function Lights({ lit, receiver, says }: { lit: boolean; receiver: 'steady' | 'dim' | 'out'; says: string }) {
  return (
    <Drawn viewBox="0 0 240 90" role="img" aria-label={says}>
      <path d="M 70 50 H 170" stroke="var(--quiet)" strokeDasharray="2 5" />
      {[
        { at: 50, fill: lit ? FILLS.steady : 'none', name: 'sender' },
        { at: 190, fill: FILLS[receiver], name: 'receiver' },
      ].map(({ at, fill, name }) => (
        <g key={name}>
          <rect x={at - 20} y="30" width="40" height="34" fill="var(--sheet)" stroke="var(--ink)" />
          <circle cx={at} cy="47" r="8" fill={fill} stroke="var(--ink)" />
          <text x={at} y="82" textAnchor="middle">
            {name}
          </text>
        </g>
      ))}
    </Drawn>
  );
}
