import type { Schemas } from '../api/client';
import type { SideLayout } from './layout';

type DrawnProps = { view: Schemas['SideViewAnswer']; layout: SideLayout };

/** The tracks as steel. */
export function Tracks({ view, layout: { x, y } }: DrawnProps) {
  const lines = view.tracks.map((line) => line.map((at) => `${x(at.x_in)},${y(at.z_in)}`).join(' '));
  return (
    <g fill="none" strokeLinejoin="round">
      {lines.map((line) => (
        <g key={line}>
          <polyline points={line} stroke="var(--steel)" strokeWidth="6" />
          <polyline points={line} stroke="var(--edge)" strokeWidth="1" />
        </g>
      ))}
    </g>
  );
}

type Place = Schemas['Place'];

/** What carries the door: cable and drum, a stretched spring along the track, or the stack in its guide. */
export function Carrier({ view, layout, at, bottom }: DrawnProps & { at: number; bottom: Place }) {
  const { x, y, scale } = layout;
  const { shaft } = view;
  const pair = view.pair?.[at];
  const stack = view.stack?.[at];
  return (
    <g>
      {shaft && (
        <>
          <path
            d={`M ${x(bottom.x_in)} ${y(bottom.z_in)} L ${x(shaft.x_in - view.drum_radius_in)} ${y(shaft.z_in)}`}
            stroke="var(--action)"
            strokeWidth="1.3"
          />
          <circle
            cx={x(shaft.x_in)}
            cy={y(shaft.z_in)}
            r={view.drum_radius_in * scale}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          <circle cx={x(shaft.x_in)} cy={y(shaft.z_in)} r={Math.max(2, 0.5 * scale)} fill="var(--ink)" />
        </>
      )}
      {pair?.[0] && pair[1] && <StretchedSpring from={pair[0]} to={pair[1]} layout={layout} bottom={bottom} />}
      {stack?.[0] && stack[1] && shaft && (
        <g>
          <path
            d={`M ${x(shaft.x_in)} ${y(shaft.z_in)} H ${x(stack[0].x_in)} V ${y(stack[0].z_in)}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2"
          />
          <circle
            cx={x(stack[0].x_in) - 1.3 * scale}
            cy={y(shaft.z_in) + 1.3 * scale}
            r={1.3 * scale}
            fill="var(--sheet)"
            stroke="var(--ink)"
          />
          <rect
            x={x(stack[0].x_in) - 3.2 * scale}
            y={y(stack[0].z_in)}
            width={6.4 * scale}
            height={Math.max(y(stack[1].z_in) - y(stack[0].z_in), 3)}
            fill="var(--steel)"
            stroke="var(--ink)"
            strokeWidth="1.3"
          />
        </g>
      )}
    </g>
  );
}

function StretchedSpring({
  from,
  to,
  layout,
  bottom,
}: {
  from: Place;
  to: Place;
  layout: DrawnProps['layout'];
  bottom: Place;
}) {
  const { x, y, scale } = layout;
  const start = x(from.x_in);
  const pitch = (x(to.x_in) - start) / 26;
  const half = Math.max(1.1 * scale, 3);
  const coils = Array.from({ length: 26 }, () => `l ${pitch / 2} ${-2 * half} l ${pitch / 2} ${2 * half}`).join(' ');
  return (
    <g fill="none" stroke="var(--ink)" strokeLinejoin="round">
      <path
        d={`M ${x(bottom.x_in)} ${y(bottom.z_in)} L ${x(2)} ${y(from.z_in)} H ${start}`}
        stroke="var(--action)"
        strokeWidth="1.3"
      />
      <circle cx={x(2)} cy={y(from.z_in)} r={1.5 * scale} fill="var(--sheet)" />
      <circle cx={start} cy={y(from.z_in)} r={1.5 * scale} fill="var(--sheet)" />
      <path d={`M ${start} ${y(from.z_in) + half} ${coils}`} strokeWidth="1.2" />
      <path
        d={`M ${x(2)} ${y(from.z_in)} H ${x(to.x_in)}`}
        stroke="var(--edge)"
        strokeWidth="0.8"
        strokeDasharray="5 3"
      />
    </g>
  );
}

const HEAD_IN = { long: 12, high: 6 };

/** The opener over the door: its rail, the head at its end, the arm from the trolley to the top section. */
export function Rail({ rail, layout, at }: { rail: Schemas['RailOut']; layout: SideLayout; at: number }) {
  const { x, y, scale } = layout;
  const [door, trolley] = rail.arm[at] ?? [];
  return (
    <g>
      <path d={`M ${x(0)} ${y(rail.z_in)} H ${x(rail.to_in)}`} stroke="var(--edge)" strokeWidth="3" />
      <rect
        x={x(rail.to_in - HEAD_IN.long)}
        y={y(rail.z_in + HEAD_IN.high)}
        width={HEAD_IN.long * scale}
        height={HEAD_IN.high * scale}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      {door && trolley && (
        <>
          <path
            d={`M ${x(door.x_in)} ${y(door.z_in)} L ${x(trolley.x_in)} ${y(trolley.z_in)}`}
            stroke="var(--ink)"
            strokeWidth="2.4"
          />
          <circle cx={x(trolley.x_in)} cy={y(trolley.z_in)} r="4" fill="var(--ink)" />
        </>
      )}
    </g>
  );
}
