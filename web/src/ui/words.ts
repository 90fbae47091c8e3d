import { isMetric, sized } from './units';

/** The marks of an inch on a tape. */
export const SIXTEENTHS = [
  '1/16',
  '1/8',
  '3/16',
  '1/4',
  '5/16',
  '3/8',
  '7/16',
  '1/2',
  '9/16',
  '5/8',
  '11/16',
  '3/4',
  '13/16',
  '7/8',
  '15/16',
];

const PARTS = ['', ...SIXTEENTHS];

/** A length on a tape, to the nearest sixteenth or millimetre, for the scales of the drawings: everything else comes worded. */
export function tape(inches: number): string {
  if (isMetric()) return sized(inches, 'in');
  const sixteenths = Math.round(inches * 16);
  const part = PARTS[sixteenths % 16] ?? '';
  const whole = Math.floor(sixteenths / 16);
  return `${whole || !part ? whole : ''}${part && whole ? ' ' : ''}${part}"`;
}

export function feet(inches: number): string {
  if (isMetric()) return tape(inches);
  const whole = Math.floor(Math.round(inches * 16) / 192);
  const rest = inches - whole * 12;
  return whole ? `${whole}'${rest > 0.03 ? tape(rest) : ''}` : tape(inches);
}

/** A wire as a caliper reads it; in the trade it is named without its unit. */
export const wire = (inches: number): string => (isMetric() ? sized(inches, 'in', 3) : String(inches));

// Made once: to make one takes longer than a page of rows takes to be told.
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

export const day = (moment: string | null | undefined): string => (moment ? DAY.format(new Date(moment)) : '');

export const clock = (moment: string): string => CLOCK.format(new Date(moment));

/** When something was, in a sentence: at 10:32 today, on 29 Nov 2026 at 10:32. */
export function momentOf(milliseconds: number, now = Date.now()): string {
  const [moment, today] = [new Date(milliseconds), new Date(now)];
  const time = `at ${CLOCK.format(moment)}`;
  return moment.toDateString() === today.toDateString() ? time : `on ${DAY.format(moment)} ${time}`;
}

/** A hand force with its mark: heavy points down, hot points up, a level bar holds. */
export function force(
  pounds: number,
  holdsWithin = 0,
): { text: string; mark: string; kind: 'heavy' | 'hot' | 'holds' } {
  const size = Math.abs(pounds);
  const text = sized(size, 'lb');
  if (size < 0.5 || size <= holdsWithin) return { text, mark: '▬ holds', kind: 'holds' };
  return pounds > 0 ? { text, mark: '▼ heavy', kind: 'heavy' } : { text, mark: '▲ hot', kind: 'hot' };
}
