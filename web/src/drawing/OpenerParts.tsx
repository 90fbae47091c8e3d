import type { Schemas } from '../api/client';
import { DrawnPart, type Part } from './DrawnPart';

/** Where inches fall on the sheet, and the door's size [in]. */
type Place = {
  x: (inches: number) => number;
  y: (inches: number) => number;
  width: number;
  height: number;
  scale: number;
};
type Touched = { part: Part; pressed: boolean; read: (part: Part) => void };

const HEAD_IN = { wide: 14, high: 6 };
const ON_SHAFT_IN = { wide: 5, high: 14 };

/** The opener seen from inside: the head before the door's middle with its rail end-on, or the unit on the shaft's end. */
export function OpenerPart({ place, onShaft, ...touched }: Touched & { place: Place; onShaft: boolean }) {
  const { x, y, width, height, scale } = place;
  const { wide, high } = onShaft ? ON_SHAFT_IN : HEAD_IN;
  const [left, top] = onShaft ? [width + 3, height + 14] : [width / 2 - wide / 2, height + 5];
  const box = { x: x(left), y: y(top), width: wide * scale, height: high * scale };
  const reach = { wide: Math.max(box.width, 48), high: Math.max(box.height, 48) };
  return (
    <DrawnPart {...touched}>
      <rect {...box} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />
      {onShaft ? (
        <circle cx={x(left + wide / 2)} cy={y(height + 11)} r={1.2 * scale} fill="var(--ink)" />
      ) : (
        <rect x={x(width / 2 - 0.8)} y={y(height + 7)} width={1.6 * scale} height={2 * scale} fill="var(--ink)" />
      )}
      <rect
        className="halo"
        x={box.x + box.width / 2 - reach.wide / 2}
        y={box.y + box.height / 2 - reach.high / 2}
        width={reach.wide}
        height={reach.high}
      />
    </DrawnPart>
  );
}

type EyesProps = { eyes: Schemas['EyesDescription']; touch: (one: Part) => Touched; place: Place };

/** The eyes at their height on both sides, and the beam between them. */
export function EyeParts({ eyes, touch, place }: EyesProps) {
  const { x, y, width } = place;
  const high = y(eyes.height_in);
  const sides = [
    { id: 'eye-left', name: 'Left eye', says: eyes.left, at: -2.2, inward: 1 },
    { id: 'eye-right', name: 'Right eye', says: eyes.right, at: width + 2.2, inward: -1 },
  ];
  return (
    <g>
      <path
        d={`M ${x(-2.2)} ${high} H ${x(width + 2.2)}`}
        stroke="var(--action)"
        strokeWidth="1.2"
        strokeDasharray="2 5"
        pointerEvents="none"
      />
      {sides.map(({ at, inward, ...part }) => (
        <DrawnPart key={part.id} {...touch(part)}>
          <rect x={x(at) - 5} y={high - 6} width="10" height="12" fill="var(--ink)" stroke="var(--sheet)" />
          <circle cx={x(at) + inward * 5} cy={high} r="3" fill="var(--sheet)" stroke="var(--ink)" />
          <rect className="halo" x={x(at) - 24} y={high - 24} width="48" height="48" />
        </DrawnPart>
      ))}
    </g>
  );
}
