import styled, { keyframes } from 'styled-components';
import type { Schemas } from '../../api/client';
import { inOwn, isMetric, unitSaid } from '../../ui/units';
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

/** How far a gauge reads to either side, and from number to number, in pounds and in kilograms. */
const GAUGES = { lb: { full: 60, step: 20 }, kg: { full: 30, step: 10 } };
const MOST_TURN_DEG = 110;

/** A hook gauge with two needles: what it read slowly up, and slowly down. */
function Gauge({ up, down, says }: { up: number; down: number; says: string }) {
  const { full, step } = isMetric() ? GAUGES.kg : GAUGES.lb;
  const turned = (read: number) => Math.max(-1, Math.min(1, read / full)) * MOST_TURN_DEG;
  const ticks = Array.from({ length: (4 * full) / step + 1 }, (_, at) => (at * step) / 2 - full);
  return (
    <Drawn viewBox="0 0 240 150" role="img" aria-label={says}>
      {ticks.map((read) => (
        <g key={read} transform={`rotate(${turned(read)} 120 100)`}>
          <path d="M 120 18 V 30" stroke="var(--ink)" strokeWidth={read % step === 0 ? 2 : 1} />
          {read % step === 0 && (
            <text x="120" y="14" textAnchor="middle">
              {Math.abs(read)}
            </text>
          )}
        </g>
      ))}
      <path
        d="M 120 100 V 34"
        stroke="var(--action)"
        strokeWidth="4"
        transform={`rotate(${turned(inOwn(up, 'lb'))} 120 100)`}
        strokeLinecap="round"
      />
      <path
        d="M 120 100 V 44"
        stroke="var(--quiet)"
        strokeWidth="3"
        strokeDasharray="6 4"
        transform={`rotate(${turned(inOwn(down, 'lb'))} 120 100)`}
      />
      <circle cx="120" cy="100" r="6" fill="var(--ink)" />
      <text x="120" y="140" textAnchor="middle">
        {unitSaid('lb')}; solid: up, dashed: down
      </text>
    </Drawn>
  );
}

/** A tape: how long one mark is [in], how many are in sight, how many lie between numbers and what a number counts; how long a mark is
 * by how it divides that, the longest first. */
const TAPES = {
  trade: { mark_in: 1 / 16, inSight: 80, numbered: 16, counts: 1 / 16, long: { 16: 44, 8: 32, 4: 24, 2: 17, 1: 11 } },
  metric: { mark_in: 1 / 25.4, inSight: 60, numbered: 10, counts: 1, long: { 10: 44, 5: 24, 1: 11 } },
};

/** The tape where what is measured ends: its marks, to be read. */
function Tape({ end, says }: { end: number; says: string }) {
  const { mark_in, inSight, numbered, counts, long } = isMetric() ? TAPES.metric : TAPES.trade;
  const first = Math.max(0, Math.floor(end / mark_in - inSight / 2));
  const x = (mark: number) => ((mark - first) * 240) / inSight;
  const marks = Array.from({ length: inSight + 1 }, (_, at) => first + at);
  const lengths = Object.entries(long).sort(([one], [other]) => Number(other) - Number(one));
  return (
    <Drawn viewBox="0 0 240 96" role="img" aria-label={says}>
      <rect x="0" y="0" width="240" height="62" fill="var(--sheet)" stroke="var(--edge)" />
      {marks.map((mark) => (
        <g key={mark}>
          <path
            d={`M ${x(mark)} 0 v ${lengths.find(([every]) => mark % Number(every) === 0)?.[1]}`}
            stroke="var(--ink)"
            strokeWidth={mark % numbered === 0 ? 1.6 : 0.8}
          />
          {mark % numbered === 0 && (
            <text x={x(mark) + 4} y="56">
              {mark * counts}
            </text>
          )}
        </g>
      ))}
      <path d={`M ${x(end / mark_in)} 0 V 92`} stroke="var(--action)" strokeWidth="2" />
      <path d={`M 0 78 H ${x(end / mark_in)}`} stroke="var(--action)" strokeWidth="10" />
    </Drawn>
  );
}

/** How far a scale reads to either side of where it stands, in whole units. */
const SCALE_SPAN = 30;
const swing = keyframes`0% { transform: rotate(-7deg); } 30% { transform: rotate(5deg); } 60% { transform: rotate(-3deg); } 100% { transform: rotate(0); }`;
const Needle = styled.g`transform-origin: 120px 110px; @media (prefers-reduced-motion: no-preference) { animation: ${swing} 2.4s ease-out; }`;

/** A scale under the door: its needle swings, and settles. */
function Scale({ pounds, says }: { pounds: number; says: string }) {
  const read = inOwn(pounds, 'lb');
  const middle = Math.round(read / 10) * 10;
  const turn = (weight: number) => ((weight - middle) * 70) / SCALE_SPAN;
  const ticks = Array.from({ length: 2 * SCALE_SPAN + 1 }, (_, at) => middle - SCALE_SPAN + at).filter(
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
          transform={`rotate(${turn(read)} 120 110)`}
          strokeLinecap="round"
        />
      </Needle>
      <circle cx="120" cy="110" r="6" fill="var(--ink)" />
      <text x="136" y="115">
        {unitSaid('lb')}
      </text>
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
