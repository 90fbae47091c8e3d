import { type PointerEvent, useEffect, useState } from 'react';
import styled from 'styled-components';
import { tape } from '../ui/words';
import { useWidth } from './useWidth';

const Rail = styled.figure`margin: 0; min-width: 0; position: relative; svg { display: block; width: 100%; touch-action: pan-y; } text { font: 600 15px Barlow, sans-serif; fill: var(--ink); } .end { font: 600 18px 'Barlow Condensed', sans-serif; fill: var(--quiet); }
  .rail { stroke: var(--edge); stroke-width: 6; } .mark { stroke: var(--ink); stroke-width: 2; } .stop { fill: var(--action); } .off { stroke: var(--action); stroke-width: 2; }
  &.held svg { cursor: ew-resize; } input { position: absolute; inset: 0; width: 100%; height: 100%; margin: 0; opacity: 0; pointer-events: none; }
  &:has(#stop-down:focus-visible) .down .stop, &:has(#stop-up:focus-visible) .up .stop { stroke: var(--ink); stroke-width: 3; }`;

export type End = 'up' | 'down';
type Props = {
  /** How far the trolley stops beyond its mark at either end [in], short of it below zero; nothing where it was not looked at. */
  up: number | null;
  down: number | null;
  /** Where the stops are put by touch, in steps of a quarter inch. */
  onStop?: (end: End, off: number) => void;
};
/** Where the marks stand, and how far the larger error reaches, as shares of the width; errors below so many inches look small. */
const [CLOSED, OPEN, REACH, LEAST_IN] = [0.22, 0.78, 0.13, 6];
/** Wide enough for the marks' whole names, in pixels. */
const ROOMY = 480;
const STEP_IN = 0.25;
/** As far as the keys move a stop; what is further off is typed. */
const MOST_IN = 24;

const says = (off: number | null) =>
  off === null ? 'not looked at' : off ? `${tape(Math.abs(off))} ${off > 0 ? 'beyond' : 'short'}` : 'on its mark';

/** The rail seen from the side: the door's two marks, and where the trolley stops. Both ends have one scale. */
export function LimitRail({ up: upSaid, down: downSaid, onStop }: Props) {
  const [ref, width] = useWidth<HTMLElement>(900);
  // Where a hand put it stands until the answer says the same: a finger is faster than the way there and back.
  const [held, hold] = useState<Partial<Record<End, number>>>({});
  const { up, down } = { up: upSaid, down: downSaid, ...held };
  useEffect(() => {
    if (held.up === upSaid && upSaid !== null) hold(({ up: _said, ...rest }) => rest);
    if (held.down === downSaid && downSaid !== null) hold(({ down: _said, ...rest }) => rest);
  }, [held, upSaid, downSaid]);
  const stopAt = (end: End, off: number) => {
    hold((before) => ({ ...before, [end]: off }));
    onStop?.(end, off);
  };
  const reach = Math.max(LEAST_IN, Math.abs(up ?? 0), Math.abs(down ?? 0));
  const scale = (REACH * width) / reach;
  const ends = [
    { end: 'down', name: 'closed', mark: CLOSED * width, way: -1, off: down },
    { end: 'up', name: 'open', mark: OPEN * width, way: 1, off: up },
  ] as const;
  const put = (event: PointerEvent<SVGSVGElement>) => {
    if (!onStop || (event.type === 'pointermove' && event.buttons === 0)) return;
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const touched = ends[x < width / 2 ? 0 : 1];
    const off = (touched.way * (x - touched.mark)) / scale;
    // Not past what is drawn: the scale would give way under the finger.
    stopAt(touched.end, Math.max(-reach, Math.min(reach, Math.round(off / STEP_IN) * STEP_IN)));
  };
  return (
    <Rail ref={ref} className={onStop ? 'held' : ''}>
      {onStop &&
        ends.map(({ end, name, off }) => (
          <input
            key={end}
            id={`stop-${end}`}
            type="range"
            aria-label={`Where the trolley stops, seen from the mark of the ${name} door`}
            aria-valuetext={says(off)}
            min={-MOST_IN}
            max={MOST_IN}
            step={STEP_IN}
            value={off ?? 0}
            onChange={(event) => stopAt(end, Number(event.target.value))}
          />
        ))}
      <svg
        viewBox={`0 0 ${width} 130`}
        role="img"
        aria-label="The rail with the marks of the door and where the trolley stops"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture?.(event.pointerId);
          put(event);
        }}
        onPointerMove={put}
      >
        <rect width={width} height="130" fill="transparent" />
        <line className="rail" x1={10} x2={width - 10} y1="70" y2="70" />
        {ends.map(({ end, name, mark, way, off }) => {
          const stop = mark + way * (off ?? 0) * scale;
          return (
            <g key={name} className={end}>
              <line className="mark" x1={mark} x2={mark} y1="48" y2="92" />
              <text className="end" x={mark} y="112" textAnchor="middle">
                {width < ROOMY ? name : `mark of the ${name} door`}
              </text>
              {off !== null && (
                <>
                  <path className="stop" d={`M ${stop} 64 l -9 -16 h 18 Z`} />
                  <line className="off" x1={mark} x2={stop} y1="40" y2="40" />
                  <text x={(mark + stop) / 2} y="32" textAnchor="middle">
                    {says(off)}
                  </text>
                </>
              )}
            </g>
          );
        })}
      </svg>
    </Rail>
  );
}
