import { inTrade, isMetric, unitSaid, whole } from '../ui/units';
import { points, type SideLayout } from './layout';
import type { ForceLine } from './lines';

type ChartProps = { layout: SideLayout; doorHeight: number; lines: ForceLine[]; friction?: number | undefined };

/** Net hand force on the door's own height axis: the friction band, the scale, the lines. */
export function Chart({ layout, doorHeight, lines, friction = 0 }: ChartProps) {
  const { y, forceX, chartLeft, chartRight, span, floorY } = layout;
  const top = y(doorHeight);
  const narrow = chartRight - chartLeft < 260;
  const grid = narrow ? [-span, 0, span] : [-span, -span / 2, 0, span / 2, span];
  return (
    <g>
      {friction > 0 && (
        <rect
          x={forceX(friction)}
          width={forceX(-friction) - forceX(friction)}
          y={top}
          height={floorY - top}
          fill="var(--holds-band)"
        />
      )}
      {grid.map((pounds) => (
        <g key={pounds}>
          <path
            d={`M ${forceX(pounds)} ${top} V ${floorY}`}
            stroke={pounds ? 'var(--line)' : 'var(--ink)'}
            strokeWidth={pounds ? 1 : 1.2}
          />
          <text
            className="tick quiet"
            x={forceX(pounds)}
            y={floorY + 17}
            textAnchor={pounds === span ? 'start' : pounds === -span ? 'end' : 'middle'}
          >
            {whole(Math.abs(pounds), 'lb')}
          </text>
        </g>
      ))}
      <text className="heavy" x={chartLeft} y={floorY + 38}>
        ▼ heavy
      </text>
      <text className="quiet" x={forceX(0)} y={floorY + 38} textAnchor="middle">
        {`${narrow ? 'hand' : 'hand force'}, ${unitSaid('lb')}`}
      </text>
      <text className="hot" x={chartRight} y={floorY + 38} textAnchor="end">
        hot ▲
      </text>
      <HeightRule layout={layout} doorHeight={doorHeight} />
      {lines.map((line) => (
        <polyline
          className="force"
          key={line.label}
          points={points(layout, line.positions, line.forces)}
          fill="none"
          stroke={line.kind === 'main' ? 'var(--ink)' : 'var(--heavy)'}
          strokeWidth={line.kind === 'main' ? 2.4 : 1.6}
          strokeDasharray={line.kind === 'main' ? undefined : '6 4'}
          strokeLinejoin="round"
        />
      ))}
    </g>
  );
}

/** The height of the bottom edge, foot by foot or half-metre by half-metre. */
export function HeightRule({ layout, doorHeight }: { layout: SideLayout; doorHeight: number }) {
  const { y, chartLeft, floorY } = layout;
  const step = inTrade(isMetric() ? 250 : 6, 'in');
  const ticks = Array.from({ length: Math.floor(doorHeight / step) + 1 }, (_, place) => place);
  const named = (tick: number) => (isMetric() ? `${tick / 4} m` : `${tick / 2}'`);
  return (
    <g>
      <path d={`M ${chartLeft} ${floorY} V ${y(doorHeight)}`} stroke="var(--ink)" strokeWidth="1.2" />
      {ticks.map((tick) => (
        <g key={tick}>
          <path d={`M ${chartLeft} ${y(tick * step)} h ${tick % 2 ? -5 : -9}`} stroke="var(--ink)" strokeWidth="1.2" />
          {tick % 2 === 0 && (
            <text className="tick" x={chartLeft - 12} y={y(tick * step) + (tick ? 5 : -3)} textAnchor="end">
              {named(tick)}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
