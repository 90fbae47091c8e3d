import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { clockOf, gapsOf, hoursOf, isSame, minuteOf, moved, partOf, quarterFrom } from './dayMove';
import type { Wish } from './wish';

const WISH: Wish = {
  day: '2026-12-03', from_time: '09:00:00', until_time: '11:00:00', complaint: 'bang', note: '', technician: 'tess', helper: '', cancelled: '',
}; // biome-ignore format: a row of values
const PEOPLE = ['lena', 'tess'];
const planned = (start_minute: number, end_minute: number, travel_min = 0) =>
  ({ booking: {}, planned: { start_minute, end_minute, travel_min } }) as Schemas['DeskVisit'];
const person = (visits: Schemas['DeskVisit'][], ends_minute: number) =>
  ({ visits, ends_minute }) as Schemas['DeskPerson'];
const day = (people: Schemas['DeskPerson'][], now_minute = 0) =>
  ({ opens_minute: 480, closes_minute: 1020, now_minute, people }) as Schemas['DeskDay'];

describe('a booking on the board', () => {
  it('keeps the length of its window, and stays within the day and the list', () => {
    expect(moved(WISH, 30, 0, PEOPLE, 540)).toMatchObject({
      from_time: '09:30',
      until_time: '11:30',
      technician: 'tess',
    });
    expect(moved(WISH, 0, 1, PEOPLE, 540)).toMatchObject({ from_time: '09:00:00', technician: '' });
    expect(moved(WISH, 0, -5, PEOPLE, 540).technician).toBe('lena');
    expect(moved(WISH, -2000, 0, PEOPLE, 540)).toMatchObject({ from_time: '00:00', until_time: '02:00' });
    expect(moved(WISH, 2000, 0, PEOPLE, 540)).toMatchObject({ from_time: '21:59', until_time: '23:59' });
  });

  it('of any time is given a window only where it is moved along the day', () => {
    const any = { ...WISH, from_time: null, until_time: null };
    expect(moved(any, 0, 1, PEOPLE, 547)).toMatchObject({ from_time: null, technician: '' });
    expect(moved(any, 15, 0, PEOPLE, 547)).toMatchObject({ from_time: '09:30', until_time: '10:30' });
  });

  it('is the same until its window or who goes differs', () => {
    const booking = { ...WISH, key: 'a' } as Schemas['BookingOut'];
    expect(isSame({ ...WISH, from_time: '09:00', until_time: '11:00' }, booking)).toBe(true);
    expect(isSame(moved(WISH, 15, 0, PEOPLE, 540), booking)).toBe(false);
    expect(isSame({ ...WISH, technician: '' }, booking)).toBe(false);
  });
});

describe('a day on the board', () => {
  it('shows the hours of the shop and whatever lies beyond them', () => {
    expect(hoursOf(day([]))).toEqual({ first: 480, last: 1020 });
    expect(hoursOf(day([person([planned(440, 500, 25)], 1075)]))).toEqual({ first: 360, last: 1080 });
    expect(partOf({ first: 480, last: 1080 }, 540, 600)).toEqual({ left: '10%', width: '10%' });
  });

  it('has gaps between the visits and the ways to them', () => {
    const tess = person([planned(540, 600, 20), planned(700, 760, 30)], 790);
    expect(gapsOf(tess, day([tess]))).toEqual([
      { from: 480, until: 520 },
      { from: 600, until: 670 },
      { from: 760, until: 990 },
    ]);
    expect(gapsOf(tess, day([tess], 900))).toEqual([{ from: 900, until: 990 }]);
    expect(gapsOf(person([], 480), day([]))).toEqual([{ from: 480, until: 1020 }]);
  });
});

it('tells the time in minutes and back', () => {
  for (const minute of [0, 9 * 60 + 5, 1439]) expect(minuteOf(clockOf(minute))).toBe(minute);
  expect([quarterFrom(546), quarterFrom(540), clockOf(1500)]).toEqual([555, 540, '01:00']);
});
