import { plain, sized } from '../ui/units';
import { tape } from '../ui/words';

const WIDE = 640;
const TALL = 246;
const LEFT = 24;
const COILS = 20;
const TOP = 36;
const HIGH = 74;
const RULE = TOP + HIGH + 8;

type Size = { wire: number; says: string };
type Props = {
  /** Wire as measured [in], and what the tape read across ten and twenty coils [in]. */
  wire: number;
  ten: number | undefined;
  twenty: number | undefined;
  /** The standard sizes round it, the likeliest first. */
  sizes: readonly Size[];
};

/** Twenty coils with the tape along them, to scale, and the standard sizes on both sides of what was read. */
export function SpringOnTape({ wire, ten, twenty, sizes }: Props) {
  const long = COILS * wire;
  const scale = (WIDE - 2 * LEFT) / (long * 1.08);
  const x = (inches: number) => LEFT + inches * scale;
  const coils = Array.from({ length: COILS }, (_, place) => x(wire * (place + 0.5)));
  const marks = Array.from({ length: Math.floor(long * 1.08 * 16) + 1 }, (_, mark) => mark);
  const wires = sizes.map((one) => one.wire);
  const low = Math.min(wire, ...wires) - 0.004;
  const high = Math.max(wire, ...wires) + 0.004;
  const at = (size: number) => LEFT + 30 + ((size - low) / (high - low)) * (WIDE - 2 * LEFT - 60);
  const axis = TALL - 40;
  const says = `Twenty coils of ${sized(wire, 'in', 4)} wire on a tape; nearest sizes ${wires.join(', ')}`;
  return (
    <svg viewBox={`0 0 ${WIDE} ${TALL}`} style={{ width: '100%', maxWidth: WIDE }} role="img" aria-label={says}>
      {coils.map((middle) => (
        <rect
          key={middle}
          x={middle - (wire * scale) / 2}
          y={TOP}
          width={wire * scale}
          height={HIGH}
          rx={(wire * scale) / 2}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.3"
        />
      ))}
      <rect x={x(0)} y={RULE} width={x(long * 1.08) - x(0)} height="34" fill="var(--sheet)" stroke="var(--edge)" />
      {marks.map((mark) => (
        <path
          key={mark}
          d={`M${x(mark / 16)} ${RULE}v${mark % 16 === 0 ? 20 : mark % 8 === 0 ? 15 : mark % 4 === 0 ? 11 : 6}`}
          stroke="var(--ink)"
          strokeWidth={mark % 16 === 0 ? 1.6 : 0.8}
        />
      ))}
      {marks
        .filter((mark) => mark % 16 === 0)
        .map((mark) => (
          <text
            key={mark}
            x={x(mark / 16) + 4}
            y={RULE + 30}
            style={{ font: `500 14px 'Barlow Condensed', sans-serif`, fill: 'var(--ink)' }}
          >
            {mark / 16}
          </text>
        ))}
      {[ten, twenty].map((read, place) =>
        read === undefined ? null : (
          <g key={place ? 'twenty' : 'ten'}>
            <path
              d={`M${x(0)} ${TOP - 8}H${x(read)}M${x(read)} ${TOP - 14}V${RULE + 34}`}
              stroke="var(--action)"
              strokeWidth="2"
            />
            <text
              x={x(read) - 6}
              y={TOP - 14}
              textAnchor="end"
              style={{ font: `600 16px 'Barlow Condensed', sans-serif`, fill: 'var(--action)' }}
            >
              {place ? 20 : 10} coils {tape(read)}
            </text>
          </g>
        ),
      )}
      <path d={`M${LEFT} ${axis}H${WIDE - LEFT}`} stroke="var(--ink)" strokeWidth="1.2" />
      {sizes.map((one, place) => (
        <g key={one.wire}>
          <path d={`M${at(one.wire)} ${axis - 9}V${axis + 9}`} stroke="var(--ink)" strokeWidth={place ? 1.2 : 3} />
          <text
            x={at(one.wire)}
            y={axis + 26}
            textAnchor="middle"
            style={{ font: `${place ? 500 : 600} 16px 'Barlow Condensed', sans-serif`, fill: 'var(--ink)' }}
          >
            {one.says}
          </text>
        </g>
      ))}
      <path d={`M${at(wire)} ${axis - 2}l-7 -14h14Z`} fill="var(--action)" />
      <text
        x={at(wire)}
        y={axis - 20}
        textAnchor="middle"
        style={{ font: `600 15px 'Barlow Condensed', sans-serif`, fill: 'var(--action)' }}
      >
        read {plain(wire, 'in', 4)}
      </text>
    </svg>
  );
}
