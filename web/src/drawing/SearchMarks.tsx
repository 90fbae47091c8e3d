import { useFocusRing, usePress } from 'react-aria';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import type { InsidePlace } from './InsideView';
import { AT } from './partPlaces';

type Part = Schemas['PartFinding'];
type Props = { place: InsidePlace; parts: Part[]; chosen: string | null; choose: (part: string) => void };

const Mark = styled.g`cursor: pointer; outline: none;
  &[data-focus-visible] .ring, &[aria-pressed='true'] .ring { stroke: var(--action); stroke-width: 3; }
  .ring { fill: transparent; stroke: none; }
  text { font: 600 14px Barlow, sans-serif; text-anchor: middle; dominant-baseline: central; }
  .says { font-weight: 600; paint-order: stroke; stroke: var(--sheet); stroke-width: 5px; stroke-linejoin: round; }`;

const RADIUS = 14;
/** Narrower than this [px] the names do not fit beside the marks. */
const NARROW = 460;
/** Half of what a gloved finger hits. */
const REACH = 24;
/** What the door's own record does not draw: the two eyes with their beam, the opener's rail, the wall control. */
export function Beside({ place: { x, y, width, height } }: { place: InsidePlace }) {
  const box = (inches: number, up: number, w: number, h: number) => (
    <rect
      x={x(inches) - w / 2}
      y={y(up) - h / 2}
      width={w}
      height={h}
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="1.3"
    />
  );
  return (
    <g pointerEvents="none">
      <path d={`M ${x(-5)} ${y(4)} H ${x(width + 5)}`} stroke="var(--action)" strokeWidth="1.2" strokeDasharray="2 4" />
      {box(-5, 4, 11, 9)}
      {box(width + 5, 4, 11, 9)}
      <path d={`M ${x(width / 2)} ${y(height + 8)} V ${y(height - 5)}`} stroke="var(--ink)" strokeWidth="2" />
      {box(width / 2, height + 8, 18, 11)}
      {box(width + 7, height * 0.56, 11, 18)}
    </g>
  );
}

/** The state of a part by shape and sign, and by colour beside it. */
const SIGNS: Record<Part['state'], { sign: string; colour: string }> = {
  look: { sign: '?', colour: 'var(--caution)' },
  fault: { sign: '×', colour: 'var(--stop)' },
  doubtful: { sign: '~', colour: 'var(--caution)' },
  good: { sign: '✓', colour: 'var(--holds)' },
  unchecked: { sign: '', colour: 'var(--edge)' },
};
const WORDS: Record<Part['state'], string> = {
  look: 'look here next',
  fault: 'at fault',
  doubtful: 'in doubt',
  good: 'good',
  unchecked: 'not looked at',
};

/** The map of the search over the door: every part with its state; touched, its checks come up. */
export function SearchMarks({ place, parts, chosen, choose }: Props) {
  return (
    <g>
      <Beside place={place} />
      {parts.map((part) => (
        <PartMark key={part.part} place={place} part={part} pressed={chosen === part.part} choose={choose} />
      ))}
    </g>
  );
}

function PartMark({
  place,
  part,
  pressed,
  choose,
}: {
  place: InsidePlace;
  part: Part;
  pressed: boolean;
  choose: Props['choose'];
}) {
  const { pressProps } = usePress({ onPress: () => choose(part.part) });
  const { focusProps, isFocusVisible } = useFocusRing();
  const at = AT[part.part];
  if (!at) return null;
  const [inches, up] = at(place.width, place.height);
  const [x, y] = [place.x(inches), place.y(up)];
  const { sign, colour } = SIGNS[part.state];
  const isRight = inches > place.width * 0.6;
  return (
    <Mark
      {...pressProps}
      {...focusProps}
      role="button"
      tabIndex={0}
      aria-label={`${part.text}: ${[WORDS[part.state], part.says].filter(Boolean).join(', ')}`}
      aria-pressed={pressed}
      data-focus-visible={isFocusVisible || undefined}
    >
      <Shape state={part.state} x={x} y={y} colour={colour} />
      <text x={x} y={y} style={{ fill: part.state === 'fault' ? 'var(--sheet)' : colour }}>
        {sign}
      </text>
      {place.pixels > NARROW && (
        <text
          className="says"
          x={x + (isRight ? -RADIUS - 7 : RADIUS + 7)}
          y={y}
          style={{ textAnchor: isRight ? 'end' : 'start', fill: part.state === 'unchecked' ? 'var(--quiet)' : colour }}
        >
          {part.text.toLowerCase()}
        </text>
      )}
      <rect className="ring" x={x - REACH} y={y - REACH} width={2 * REACH} height={2 * REACH} rx="3" />
    </Mark>
  );
}

function Shape({ state, x, y, colour }: { state: Part['state']; x: number; y: number; colour: string }) {
  const r = RADIUS;
  if (state === 'fault')
    return (
      <path d={`M ${x} ${y - r - 3} L ${x + r + 3} ${y} L ${x} ${y + r + 3} L ${x - r - 3} ${y} Z`} fill={colour} />
    );
  if (state === 'look' || state === 'doubtful')
    return (
      <rect
        x={x - r}
        y={y - r}
        width={2 * r}
        height={2 * r}
        fill={state === 'look' ? 'var(--caution-ground)' : 'var(--sheet)'}
        stroke={colour}
        strokeWidth="2.5"
      />
    );
  return (
    <circle
      cx={x}
      cy={y}
      r={state === 'good' ? r : r - 4}
      fill="var(--sheet)"
      stroke={colour}
      strokeWidth="2"
      strokeDasharray={state === 'good' ? undefined : '3 3'}
    />
  );
}
