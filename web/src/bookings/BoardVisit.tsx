import { type RefObject, useRef, useState } from 'react';
import { useMove } from 'react-aria';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { spell } from '../ui/dates';
import { clockOf, minuteOf, partOf, STEP_MIN } from './dayMove';
import { isToCome, standingOf } from './standing';

const PHONE = '(max-width: 700px)';
const Block = styled.div`position: absolute; top: 20px; height: 62px; background: var(--sheet); border: 1px solid var(--edge); padding: 4px 6px; overflow: hidden; cursor: grab; touch-action: none; user-select: none;
  font: 600 18px/1.1 'Barlow Condensed', sans-serif; small { display: block; font: 400 15px/1.2 Barlow, sans-serif; color: var(--quiet); white-space: nowrap; } b { display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; overflow: hidden; font-size: 17px; }
  &:focus-visible { outline: 3px solid var(--action); outline-offset: 1px; z-index: 3; }
  &.picked { border: 2px dashed var(--action); z-index: 2; } &.begun { background: var(--holds-band); cursor: default; } &.late { border-left: 8px solid var(--caution); }
  &.loose { position: static; min-width: 170px; max-width: 300px; }
  @media (max-width: 700px) { position: static; width: auto !important; height: auto; min-height: 56px; touch-action: auto; cursor: default; small { white-space: normal; } }`;
/** What was promised, as a dimension line above it. */
const Promised = styled.span`position: absolute; top: 6px; height: 9px; border: solid var(--edge); border-width: 0 1px; &::after { content: ''; position: absolute; left: 0; right: 0; top: 4px; border-top: 1px solid var(--edge); }
  @media (max-width: 700px) { display: none; }`;

type Props = {
  booking: Schemas['BookingOut'];
  planned: Schemas['PlannedVisit'] | null;
  hours: { first: number; last: number };
  isPicked: boolean;
  /** Whether it stands in the day of whoever goes along: it is moved where the other one's is. */
  isHelp?: boolean;
  /** A strip of the day, to measure a finger's way by. */
  strip: RefObject<HTMLDivElement | null>;
  /** By so many minutes along the day, and so many people down. */
  move: (minutes: number, lanes: number) => void;
  putBack: () => void;
  open: () => void;
};

/** One booking in somebody's day: dragged, or moved by the arrow keys; Enter opens it, Escape puts it back. */
export function BoardVisit({ booking, planned, hours, isPicked, isHelp = false, strip, move, putBack, open }: Props) {
  const [dragged, setDragged] = useState({ x: 0, y: 0 });
  const way = useRef({ x: 0, y: 0, isKey: false });
  const isBegun = isHelp || !isToCome(booking);
  const { moveProps } = useMove({
    onMoveStart: ({ pointerType }) => {
      way.current = { x: 0, y: 0, isKey: pointerType === 'keyboard' };
    },
    onMove: ({ deltaX, deltaY }) => {
      way.current = { ...way.current, x: way.current.x + deltaX, y: way.current.y + deltaY };
      if (!way.current.isKey) setDragged({ x: way.current.x, y: way.current.y });
    },
    onMoveEnd: () => {
      const { x, y, isKey } = way.current;
      setDragged({ x: 0, y: 0 });
      if (isKey) return move(Math.sign(x) * STEP_MIN, Math.sign(y));
      const box = strip.current?.getBoundingClientRect();
      const lane = strip.current?.parentElement?.getBoundingClientRect();
      if (!box || !lane) return;
      const minutes = Math.round(((x / box.width) * (hours.last - hours.first)) / STEP_MIN) * STEP_MIN;
      move(minutes, Math.round(y / lane.height));
    },
  });
  const touch = () => (isBegun ? open() : move(0, 0));
  const late = planned?.late_min ?? 0;
  const state = booking.standing === 'booked' ? '' : standingOf(booking);
  // Where it ends is drawn.
  const when = planned ? clockOf(planned.start_minute) : booking.window;
  const classes = [isPicked && 'picked', isBegun && 'begun', late > 0 && 'late', !planned && 'loose'].filter(Boolean);
  // First, so that a narrow block does not cut it off.
  const crew = isHelp
    ? `helps ${booking.technician_name || 'nobody yet'}`
    : booking.helper_name
      ? `with ${booking.helper_name.split(' ')[0]}`
      : booking.expected.triage.people > 1 && `${booking.expected.triage.people} people`;
  return (
    <>
      {planned && booking.from_time && booking.until_time && (
        <Promised style={partOf(hours, minuteOf(booking.from_time), minuteOf(booking.until_time))} />
      )}
      <Block
        {...(isBegun ? {} : moveProps)}
        onPointerDown={(event) => {
          way.current = { x: 0, y: 0, isKey: false };
          // On a phone nothing is drawn to scale: there a finger scrolls.
          if (!isBegun && !matchMedia(PHONE).matches) moveProps.onPointerDown?.(event);
        }}
        id={`visit-${booking.key}${isHelp ? '-help' : ''}`}
        role="button"
        tabIndex={0}
        className={classes.join(' ')}
        style={{
          ...(planned
            ? { ...partOf(hours, planned.start_minute, planned.end_minute), order: planned.start_minute }
            : {}),
          ...(dragged.x || dragged.y ? { transform: `translate(${dragged.x}px, ${dragged.y}px)`, zIndex: 4 } : {}),
        }}
        onClick={() => {
          // What ends a drag is no touch.
          if (way.current.x || way.current.y) way.current = { x: 0, y: 0, isKey: false };
          else touch();
        }}
        onKeyUp={({ key }) => key === 'Enter' && open()}
        onKeyDown={(event) => {
          if (event.key === 'Escape') putBack();
          else if (event.key === ' ') {
            event.preventDefault();
            touch();
          } else if (!isBegun) moveProps.onKeyDown?.(event);
        }}
      >
        <b>{booking.door_name} </b>
        <small>{[crew, late > 0 ? `${spell(late)} late` : when, state].filter(Boolean).join(' · ')}</small>
        <span className="sr">
          {planned && ` until ${clockOf(planned.end_minute)}`}, promised {booking.window}
          {isBegun ? '' : ', arrow keys move it'}
        </span>
      </Block>
    </>
  );
}
