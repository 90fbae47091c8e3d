import { type ReactNode, useId, useState } from 'react';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { sized } from '../ui/units';
import { feet, tape } from '../ui/words';
import { DrawnPart, type Part } from './DrawnPart';
import { Hatch } from './Hatch';
import { coils, type Measured, rowsOf, springParts, stiles } from './insideParts';
import { EyeParts, OpenerPart } from './OpenerParts';
import { useWidth } from './useWidth';

/** Where things stand on the drawing, for what is drawn over it [px for inches]. */
export type InsidePlace = {
  x: (inches: number) => number;
  y: (inches: number) => number;
  width: number;
  height: number;
  shaftY: number;
  floor: number;
  /** How wide the whole drawing is. */
  pixels: number;
};
type Props = {
  measured: Measured;
  said: Schemas['DoorDescription'];
  plates?: Schemas['Plates'] | undefined;
  /** What is drawn over the door: it gets room above and below. */
  over?: ((place: InsidePlace) => ReactNode) | undefined;
  /** Whoever draws over it draws opener and eyes too. */
  marked?: boolean;
  /** Small beside a drawing of the part: nothing of it is read out below. */
  small?: boolean;
};

const Figure = styled.figure`margin: 0; min-width: 0; svg { display: block; width: 100%; }
  text { font: 600 14px Barlow, sans-serif; fill: var(--ink); }
  [role='button'] { cursor: pointer; } [role='button']:focus-visible, [role='button'][data-focus-visible] { outline: none; }
  [role='button'][data-focus-visible] > .halo, [role='button'][aria-pressed='true'] > .halo { stroke: var(--action); stroke-width: 3; stroke-dasharray: none; }
  [role='button'][data-focus-visible] > .whole, [role='button'][aria-pressed='true'] > .whole { stroke: var(--action); stroke-width: 3; }
  .halo { fill: transparent; stroke: none; }
  figcaption { min-height: 2.9em; padding-top: 6px; font-size: 16px; } b { font-weight: 600; }`;

const MARGIN = 34;
const ABOVE_IN = 19;
const SIDE_IN = 10;
const OVER = 34;

/** The door as seen from inside, to scale from its record. Touch or focus a part to read it. */
export function InsideView({ measured, said, plates, over, marked = false, small = false }: Props) {
  const [ref, pixels] = useWidth<HTMLElement>(640);
  const [part, setPart] = useState<Part | null>(null);
  const hatch = useId();
  const number = (name: string): number | undefined => {
    const value = measured[name];
    return typeof value === 'number' ? value : undefined;
  };
  const width = number('width_in') ?? 108;
  const height = number('height_in') ?? 84;
  const rows = rowsOf(measured.section_heights_in, height, Math.round(number('section_count') ?? 4));
  const drum = number('drum_diameter_in') ?? 4;
  const kind = said.carried_by;
  const known = number('width_in') !== undefined && number('height_in') !== undefined;
  const scale = Math.min((pixels - 2 * MARGIN) / (width + 2 * SIDE_IN), 440 / (height + ABOVE_IN));
  const room = over ? OVER : 0;
  const sheetHeight = (height + ABOVE_IN) * scale + 40 + 2 * room;
  const left = (pixels - width * scale) / 2;
  const floor = sheetHeight - 26 - room;
  const x = (inches: number) => left + inches * scale;
  const y = (inches: number) => floor - inches * scale;
  const shaftY = y(height + 11);
  const parts = kind === 'torsion' ? springParts(said.springs, width) : [];
  const touch = (one: Part) => ({ part: one, pressed: part?.id === one.id, read: setPart });
  const drumPart = (side: string, at: number) => (
    <DrawnPart key={`drum-${side}`} {...touch({ id: `drum-${side}`, name: `${side} drum`, says: said.drum })}>
      <rect
        x={x(at) - 1.6 * scale}
        y={shaftY - (drum / 2) * scale}
        width={3.2 * scale}
        height={drum * scale}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.3"
      />
      <rect className="halo" x={x(at) - 24} y={shaftY - 24} width="48" height="48" />
    </DrawnPart>
  );
  const cablePart = (side: string, at: number) => (
    <DrawnPart key={`cable-${side}`} {...touch({ id: `cable-${side}`, name: `${side} cable`, says: said.cable })}>
      <path d={`M ${x(at)} ${shaftY} V ${y(2)}`} stroke="var(--action)" strokeWidth="1.4" />
      <rect className="halo" x={x(at) - 7} y={shaftY + 12} width="14" height={y(2) - shaftY - 12} />
    </DrawnPart>
  );
  const pairPart = (side: string, at: number) => (
    <DrawnPart
      key={`pair-${side}`}
      {...touch({ id: `pair-${side}`, name: `${side} spring, seen along the track`, says: said.words })}
    >
      <circle cx={x(at)} cy={y(height + 8)} r={1.9 * scale} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />
      <circle cx={x(at)} cy={y(height + 8)} r={0.7 * scale} fill="var(--ink)" />
      <rect className="halo" x={x(at) - 24} y={y(height + 8) - 24} width="48" height="48" />
    </DrawnPart>
  );
  const stackPart = ({ large, small }: Schemas['Plates']) => {
    const count = large + small;
    const at = width + 8;
    const top = height + 4;
    return (
      <DrawnPart {...touch({ id: 'stack', name: 'Counterweight', says: said.words })}>
        <path d={`M ${x(at)} ${shaftY} V ${y(top)}`} stroke="var(--ink)" strokeWidth="2" />
        {Array.from({ length: count }, (_, plate) => (
          <rect
            key={`plate-${plate}`}
            x={x(at) - (plate < small ? 1.7 : 2.6) * scale}
            y={y(top - plate)}
            width={(plate < small ? 3.4 : 5.2) * scale}
            height={0.9 * scale}
            fill="var(--steel)"
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
        ))}
        <rect
          className="halo"
          x={x(at) - Math.max(24, 3 * scale)}
          y={y(top)}
          width={Math.max(48, 6 * scale)}
          height={Math.max(count * scale, 48)}
        />
      </DrawnPart>
    );
  };
  return (
    <Figure ref={ref}>
      <svg
        viewBox={`0 0 ${pixels} ${sheetHeight}`}
        height={sheetHeight}
        role="group"
        aria-label="Inside view of the door"
      >
        <Hatch id={hatch} />
        <rect
          x={x(-SIDE_IN)}
          y={y(height + ABOVE_IN)}
          width={(width + 2 * SIDE_IN) * scale}
          height={(height + ABOVE_IN) * scale}
          fill={`url(#${hatch})`}
        />
        <path d={`M ${x(-SIDE_IN) - 14} ${floor} H ${x(width + SIDE_IN) + 14}`} stroke="var(--ink)" strokeWidth="1.5" />
        {rows.map((row, place) => (
          <DrawnPart
            key={`row-${place + 1}`}
            {...touch({
              id: `section-${place}`,
              name: `Section ${place + 1} from the floor`,
              says: `${tape(row.high)} high`,
            })}
          >
            <rect
              className="whole"
              x={x(0)}
              y={y(row.from + row.high)}
              width={width * scale}
              height={row.high * scale}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="1.4"
            />
          </DrawnPart>
        ))}
        {stiles(width).map((at) => (
          <rect
            key={at}
            x={x(at) - 1.5 * scale}
            y={y(height)}
            width={3 * scale}
            height={height * scale}
            fill="none"
            stroke="var(--line)"
            pointerEvents="none"
          />
        ))}
        {[-2.2, width + 2.2].map((at) => (
          <path
            key={at}
            d={`M ${x(at)} ${floor} V ${y(height + 4)}`}
            stroke="var(--steel)"
            strokeWidth={Math.max(4, 2 * scale)}
            pointerEvents="none"
          />
        ))}
        {kind !== 'extension' && (
          <g>
            <path
              d={`M ${x(-5)} ${shaftY} H ${x(width + 5)}`}
              stroke="var(--edge)"
              strokeWidth={Math.max(2.5, scale)}
            />
            {[-4.4, width / 2, width + 4.4].map((at) => (
              <path
                key={at}
                d={`M ${x(at)} ${shaftY - 5 * scale} V ${shaftY + 4 * scale}`}
                stroke="var(--ink)"
                strokeWidth="3"
              />
            ))}
          </g>
        )}
        {cablePart('Left', -0.6)}
        {cablePart('Right', width + 0.6)}
        {kind !== 'extension' && drumPart('Left', -0.6)}
        {kind !== 'extension' && drumPart('Right', width + 0.6)}
        {kind === 'extension' && said.words && [-0.6, width + 0.6].map((at) => pairPart(at < 0 ? 'Left' : 'Right', at))}
        {plates && stackPart(plates)}
        {parts.map((spring) => (
          <DrawnPart key={spring.id} {...touch(spring)}>
            <rect
              x={x(spring.from)}
              y={shaftY - spring.radius * scale}
              width={spring.length * scale}
              height={2 * spring.radius * scale}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="1.3"
            />
            <path
              d={coils(x(spring.from), spring.length * scale, shaftY, spring.radius * scale, spring.leftHand)}
              stroke="var(--ink)"
              strokeWidth="1"
            />
            {[spring.from - 2.2, spring.from + spring.length].map((at) => (
              <rect
                key={at}
                x={x(at)}
                y={shaftY - spring.radius * scale}
                width={2.2 * scale}
                height={2 * spring.radius * scale}
                fill="var(--ink)"
              />
            ))}
            <rect className="halo" x={x(spring.from)} y={shaftY - 24} width={spring.length * scale} height="48" />
          </DrawnPart>
        ))}
        {said.opener && !marked && (
          <OpenerPart
            {...touch({ id: 'opener', name: 'Opener', says: said.opener })}
            place={{ x, y, width, height, scale }}
            onShaft={measured.opener_kind === 'shaft'}
          />
        )}
        {said.eyes && !marked && <EyeParts eyes={said.eyes} touch={touch} place={{ x, y, width, height, scale }} />}
        {over ? (
          over({ x, y, width, height, shaftY, floor, pixels })
        ) : (
          <text x={x(width / 2)} y={floor + 20} textAnchor="middle">
            {known
              ? `${feet(width)} × ${feet(height)}${number('weight_lb') ? `, ${sized(number('weight_lb') ?? 0, 'lb')}` : ''}`
              : 'not measured yet: a usual door is drawn'}
          </text>
        )}
      </svg>
      <figcaption aria-live="polite" className={small ? 'sr' : ''}>
        {part ? (
          <>
            <b>{part.name}</b>: {part.says}
          </>
        ) : (
          'Touch a part to read it.'
        )}
      </figcaption>
    </Figure>
  );
}
