import type { Schemas } from '../api/client';
import { type Wish, wishOf } from './wish';

/** What a booking moves by on the board, and how long a window it is given where it had none [min]. */
export const STEP_MIN = 15;
const NEW_WINDOW_MIN = 60;
const LAST_MINUTE = 24 * 60 - 1;

const two = (value: number) => String(value).padStart(2, '0');
/** 09:30, from minutes after midnight; of the day after where it is past midnight. */
export const clockOf = (minute: number): string => `${two(Math.floor(minute / 60) % 24)}:${two(minute % 60)}`;
export const minuteOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));
/** The quarter of an hour at or after it. */
export const quarterFrom = (minute: number): number => Math.ceil(minute / STEP_MIN) * STEP_MIN;

/** What a booking says once it is moved by so many minutes, and so many people down the list; nobody is the last of it. */
export function moved(
  wish: Wish,
  minutes: number,
  down: number,
  usernames: readonly string[],
  plannedMinute: number,
): Wish {
  const lanes = [...usernames, ''];
  const lane = Math.max(lanes.indexOf(wish.technician), 0);
  const technician = lanes[Math.min(Math.max(lane + down, 0), lanes.length - 1)] ?? '';
  if (minutes === 0) return { ...wish, technician };
  const from = wish.from_time ? minuteOf(wish.from_time) : quarterFrom(plannedMinute);
  const length = wish.from_time && wish.until_time ? minuteOf(wish.until_time) - from : NEW_WINDOW_MIN;
  const begins = Math.min(Math.max(from + minutes, 0), LAST_MINUTE - length);
  return { ...wish, technician, from_time: clockOf(begins), until_time: clockOf(begins + length) };
}

/** Whether a booking is asked for as it is. */
export function isSame(wish: Wish, booking: Schemas['BookingOut']): boolean {
  const kept = wishOf(booking);
  const short = (time: string | null) => time?.slice(0, 5) ?? '';
  return (
    wish.technician === kept.technician &&
    short(wish.from_time) === short(kept.from_time) &&
    short(wish.until_time) === short(kept.until_time)
  );
}

/** What lies between two minutes of a day, as parts of all that is drawn of it [%]. */
export const partOf = (day: { first: number; last: number }, from: number, until: number) => ({
  left: `${(100 * (from - day.first)) / (day.last - day.first)}%`,
  width: `${(100 * Math.max(until - from, 0)) / (day.last - day.first)}%`,
});

/** The hours that are drawn of a day: as the shop works, and whatever lies before or after. */
export function hoursOf(day: Schemas['DeskDay']): { first: number; last: number } {
  const planned = day.people.flatMap((one) => one.visits.flatMap(({ planned }) => planned ?? []));
  const starts = planned.map((one) => one.start_minute - one.travel_min);
  const ends = day.people.filter((one) => one.visits.length).map((one) => one.ends_minute);
  return {
    first: Math.floor(Math.min(day.opens_minute, ...starts) / 60) * 60,
    last: Math.ceil(Math.max(day.closes_minute, ...ends) / 60) * 60,
  };
}

export type Gap = { from: number; until: number };
/** From so long on a gap is worth a word [min]. */
const SHORT_MIN = 30;

/** What is free in somebody's day between the visits and the ways to them, within the shop's hours and not past yet. */
export function gapsOf(person: Schemas['DeskPerson'], day: Schemas['DeskDay']): Gap[] {
  const gaps: Gap[] = [];
  let free = Math.max(day.opens_minute, day.now_minute);
  for (const { planned } of person.visits) {
    if (!planned) continue;
    gaps.push({ from: free, until: planned.start_minute - planned.travel_min });
    free = Math.max(free, planned.end_minute);
  }
  const home = person.visits.at(-1)?.planned;
  gaps.push({ from: free, until: day.closes_minute - (home ? Math.max(person.ends_minute - home.end_minute, 0) : 0) });
  return gaps.filter(({ from, until }) => until - from >= SHORT_MIN);
}
