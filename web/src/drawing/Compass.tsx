import { type PointerEvent, useId } from 'react';
import styled from 'styled-components';

const STEP_DEG = 5;
const AROUND = 360;
const MIDDLE = 100;
const RADIUS = 70;
const POINTS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];

const Dial = styled.div`position: relative; width: min(220px, 100%); touch-action: none; cursor: pointer;
  svg { display: block; width: 100%; } text { font: 600 17px 'Barlow Condensed', sans-serif; fill: var(--ink); text-anchor: middle; }
  input { position: absolute; inset: 0; width: 100%; height: 100%; opacity: 0; pointer-events: none; margin: 0; }
  input:focus-visible + svg .ring { stroke: var(--action); stroke-width: 5; }`;

/** The point of the compass a bearing [degrees] is nearest to. */
export function pointOf(degrees: number): string {
  return POINTS[Math.round(turned(degrees) / (AROUND / POINTS.length)) % POINTS.length] ?? '';
}

const turned = (degrees: number) => ((degrees % AROUND) + AROUND) % AROUND;

/** The bearing [degrees] from the middle of the dial to a place on it, in whole steps. */
export function bearingOf(right: number, down: number): number {
  const degrees = (Math.atan2(right, -down) * AROUND) / (2 * Math.PI);
  return turned(Math.round(degrees / STEP_DEG) * STEP_DEG);
}

type Props = { label: string; value: number; onChange: (degrees: number) => void; isDisabled?: boolean };

/** Which way one looks out: the opening in its wall, turned by finger, or by the arrow keys. */
export function Compass({ label, value, onChange, isDisabled = false }: Props) {
  const id = useId();
  const at = Number.isFinite(value) ? turned(value) : 0;
  const turn = (event: PointerEvent<HTMLDivElement>) => {
    if (isDisabled || (event.type === 'pointermove' && event.buttons === 0)) return;
    const box = event.currentTarget.getBoundingClientRect();
    onChange(bearingOf(event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2));
  };
  return (
    <Dial
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture?.(event.pointerId);
        turn(event);
      }}
      onPointerMove={turn}
    >
      <input
        id={id}
        type="range"
        aria-label={`${label}, on the compass`}
        aria-valuetext={`${at} degrees, ${pointOf(at)}`}
        min={0}
        max={AROUND - STEP_DEG}
        step={STEP_DEG}
        value={at}
        disabled={isDisabled}
        onChange={(event) => onChange(Number(event.target.value))}
      />
      <svg viewBox="0 0 200 200" aria-hidden="true">
        <circle className="ring" cx={MIDDLE} cy={MIDDLE} r={RADIUS} fill="var(--sheet)" stroke="var(--ink)" />
        {Array.from({ length: 36 }, (_, tick) => (
          <path
            key={`${tick * 10} degrees`}
            d={`M ${MIDDLE} ${MIDDLE - RADIUS} v ${tick % 9 ? 6 : 12}`}
            stroke="var(--ink)"
            transform={`rotate(${tick * 10} ${MIDDLE} ${MIDDLE})`}
          />
        ))}
        <text x={MIDDLE} y="22">
          N
        </text>
        <text x="186" y="106">
          E
        </text>
        <text x={MIDDLE} y="192">
          S
        </text>
        <text x="14" y="106">
          W
        </text>
        <g transform={`rotate(${at} ${MIDDLE} ${MIDDLE})`}>
          <path d="M 58 104 H 78 M 122 104 H 142" stroke="var(--ink)" strokeWidth="9" />
          <path
            d={`M ${MIDDLE} 118 V 46 M 90 58 L ${MIDDLE} 44 L 110 58`}
            stroke="var(--action)"
            strokeWidth="4"
            fill="none"
          />
        </g>
      </svg>
    </Dial>
  );
}
