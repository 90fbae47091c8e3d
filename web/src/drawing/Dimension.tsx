import { useFocusRing, usePress } from 'react-aria';
import type { Schemas } from '../api/client';

/** A number of the door as the drawing shows it: how it is called, what it says, how it stands. */
export type Asked = {
  field: Schemas['FieldOut'];
  text: string;
  missing: boolean;
  /** Taken as usual until somebody types it. */
  usual?: boolean;
  current: boolean;
  pick: () => void;
};
/** What can be asked for by touching the drawing, by field. */
export type Dimensions = ReadonlyMap<string, Asked>;

type Props = { dimensions: Dimensions; name: string; at: [number, number]; short: string };
/** A field, and how it is called where there is little room. */
export type Named = readonly [name: string, short: string];
const TALL = 30;
const GAP = 5;
const widthOf = (written: string) => Math.max(written.length * 7.8 + 14, 46);

/** A value on a drawing that is touched to measure it anew; an empty box with a broken edge where it is still needed. */
export function Dimension({ dimensions, name, at: [x, y], short }: Props) {
  const asked = dimensions.get(name);
  return asked ? <Box asked={asked} x={x} y={y} short={short} /> : null;
}

/** Values side by side, as wide as they are written, about a place. */
export function InARow({
  dimensions,
  names,
  at: [x, y],
}: {
  dimensions: Dimensions;
  names: readonly Named[];
  at: [number, number];
}) {
  const asked = names.flatMap(([name, short]) => {
    const one = dimensions.get(name);
    return one ? [{ one, short, wide: widthOf(one.text || short) }] : [];
  });
  const whole = asked.reduce((sum, { wide }) => sum + wide + GAP, -GAP);
  let from = x - whole / 2;
  return asked.map(({ one, short, wide }) => {
    const middle = from + wide / 2;
    from += wide + GAP;
    return <Box key={one.field.name} asked={one} x={middle} y={y} short={short} />;
  });
}

function Box({ asked, x, y, short }: { asked: Asked; x: number; y: number; short: string }) {
  const { pressProps } = usePress({ onPress: asked.pick });
  const { focusProps, isFocusVisible } = useFocusRing();
  const written = asked.text || short;
  const wide = widthOf(written);
  const strong = asked.current || isFocusVisible;
  return (
    <g
      {...pressProps}
      {...focusProps}
      role="button"
      tabIndex={0}
      aria-label={`${asked.field.label}: ${asked.usual ? 'usual, ' : ''}${asked.text || (asked.missing ? 'needed' : 'not measured')}`}
      aria-pressed={asked.current}
    >
      <title>{asked.field.label}</title>
      <rect x={x - wide / 2} y={y - 24} width={wide} height="48" fill="transparent" />
      <rect
        x={x - wide / 2}
        y={y - TALL / 2}
        width={wide}
        height={TALL}
        fill="var(--sheet)"
        stroke={strong ? 'var(--action)' : 'var(--edge)'}
        strokeWidth={strong ? 3 : 1.2}
        strokeDasharray={(asked.text && !asked.usual) || strong ? undefined : asked.missing ? '5 3' : '1 4'}
      />
      <text
        x={x}
        y={y + 6}
        textAnchor="middle"
        style={{
          font: `600 18px 'Barlow Condensed', sans-serif`,
          fontStyle: asked.usual ? 'italic' : 'normal',
          fill: asked.text && !asked.usual ? 'var(--ink)' : asked.missing ? 'var(--action)' : 'var(--quiet)',
        }}
      >
        {written}
      </text>
    </g>
  );
}

/** A dimension line with the ticks of a tape at its ends. */
export function Line({
  from: [ax, ay],
  to: [bx, by],
  strong,
}: {
  from: [number, number];
  to: [number, number];
  strong: boolean;
}) {
  const level = ay === by;
  const tick = (x: number, y: number) => (level ? `M${x} ${y - 8}V${y + 8}` : `M${x - 8} ${y}H${x + 8}`);
  return (
    <path
      d={`M${ax} ${ay}L${bx} ${by}${tick(ax, ay)}${tick(bx, by)}`}
      stroke={strong ? 'var(--action)' : 'var(--ink)'}
      strokeWidth={strong ? 3 : 1.2}
      fill="none"
      pointerEvents="none"
    />
  );
}
