import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { feet } from '../ui/words';

const Sketch = styled.svg`display: block; width: 100%; max-width: 420px; text { font: 600 15px Barlow, sans-serif; fill: var(--ink); } .quiet { fill: var(--quiet); }`;
const [HIGH, FOOT, HEAD, DOOR, JAMB] = [420, 24, 26, 70, 150];

/** The closed door's edge and the jamb beside it, to scale: drum, the monitor's roller, the door's rollers, the lock's hole. */
export function OnTheJamb({ jamb, height }: { jamb: Schemas['OnTheJamb']; height: number }) {
  const scale = (HIGH - FOOT - HEAD) / Math.max(height, jamb.drum_in + 6);
  const y = (inches: number) => HIGH - FOOT - inches * scale;
  const third = Math.min(2, jamb.door_rollers_in.length - 1);
  return (
    <Sketch viewBox={`0 0 420 ${HIGH}`} role="img" aria-label={jamb.sentence}>
      <path d={`M 0 ${y(0)} H 420`} stroke="var(--ink)" />
      <rect x="0" y={y(height)} width={DOOR} height={height * scale} fill="var(--sheet)" stroke="var(--ink)" />
      <rect x={JAMB - 46} y={y(height + 3)} width="10" height={(height + 3) * scale} fill="var(--steel)" />
      {jamb.door_rollers_in.map((at, place) => (
        <g key={at}>
          <path d={`M ${DOOR} ${y(at)} H ${JAMB - 41}`} stroke="var(--edge)" strokeWidth="2" />
          <circle cx={JAMB - 41} cy={y(at)} r="5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
          {place === third && (
            <text className="quiet" x={DOOR - 6} y={y(at) + 5} textAnchor="end">
              third
            </text>
          )}
        </g>
      ))}
      <rect
        x={JAMB - 20}
        y={y(jamb.drum_in) - 26}
        width="34"
        height="26"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <text x={JAMB + 22} y={y(jamb.drum_in) - 8}>
        drum
      </text>
      <path d={`M ${JAMB - 3} ${y(jamb.drum_in)} V ${y(0)}`} stroke="var(--action)" strokeWidth="2" />
      <rect
        x={JAMB - 12}
        y={y(jamb.roller_to_in)}
        width="18"
        height={Math.max((jamb.roller_to_in - jamb.roller_from_in) * scale, 4)}
        fill="var(--holds-band)"
        stroke="var(--action)"
      />
      <text x={JAMB + 22} y={y((jamb.roller_from_in + jamb.roller_to_in) / 2) + 14}>
        roller, {feet(jamb.roller_from_in)} to {feet(jamb.roller_to_in)}
      </text>
      <circle cx={JAMB - 41} cy={y(jamb.lock_in)} r="4" fill="var(--action)" />
      <path d={`M ${JAMB - 36} ${y(jamb.lock_in)} H ${JAMB + 18}`} stroke="var(--action)" strokeDasharray="3 3" />
      <text x={JAMB + 22} y={y(jamb.lock_in) + 5}>
        hole of the lock, {feet(jamb.lock_in)}
      </text>
    </Sketch>
  );
}
