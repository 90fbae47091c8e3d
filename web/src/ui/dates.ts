/** Days of the calendar on the tablet's wall, as YYYY-MM-DD: no hour, no zone. */

const two = (value: number) => String(value).padStart(2, '0');

function written(day: Date): string {
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
}

/** Noon, so that no change of clocks moves the day. */
function noon(day: string): Date {
  return new Date(`${day}T12:00:00`);
}

export function today(now = new Date()): string {
  return written(now);
}

export function daysAfter(day: string, days: number): string {
  const there = noon(day);
  there.setDate(there.getDate() + days);
  return written(there);
}

/** The Monday of its week. */
export function mondayOf(day: string): string {
  return daysAfter(day, -((noon(day).getDay() + 6) % 7));
}

/** Monday 3 November; with its year where that is asked for. */
export function inWords(day: string, withYear = false): string {
  const year = withYear ? ({ year: 'numeric' } as const) : {};
  return noon(day).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', ...year });
}

/** Mon 3 */
export function inShort(day: string): string {
  return noon(day).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' });
}

/** 4 h 30, 45 min */
export function spell(minutes: number): string {
  const hours = Math.floor(minutes / 60);
  return hours ? `${hours} h${minutes % 60 ? ` ${two(minutes % 60)}` : ''}` : `${minutes} min`;
}
