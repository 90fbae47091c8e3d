import type { Schemas } from '../api/client';

type Spring = Schemas['SpringIn'];

const PARTS = [
  '',
  '1/16',
  '⅛',
  '3/16',
  '¼',
  '5/16',
  '⅜',
  '7/16',
  '½',
  '9/16',
  '⅝',
  '11/16',
  '¾',
  '13/16',
  '⅞',
  '15/16',
];

/** Inches on a tape, to the nearest sixteenth. Display only, in the notation that can be typed back. */
export function tape(inches: number): string {
  const sixteenths = Math.round(inches * 16);
  const part = PARTS[sixteenths % 16] ?? '';
  const whole = Math.floor(sixteenths / 16);
  return `${whole || !part ? whole : ''}${part.includes('/') && whole ? ' ' : ''}${part}"`;
}

export function feet(inches: number): string {
  const whole = Math.floor(Math.round(inches * 16) / 192);
  const rest = inches - whole * 12;
  return whole ? `${whole}'${rest > 0.03 ? tape(rest) : ''}` : tape(inches);
}

export function springWords(spring: Spring): string {
  const count = { 1: 'one', 2: 'two', 4: 'four' }[spring.count] ?? String(spring.count);
  return `${spring.wire_in} × ${tape(spring.inside_diameter_in)} × ${tape(spring.length_in)}, ${count}`;
}

/** A whole set: each kind of spring, and whether one sits inside the other. */
export function setWords(springs: Spring[], duplex: boolean): string {
  return springs.map(springWords).join(duplex ? ', around ' : ' + ');
}

export function pairWords(pair: Schemas['PairIn']): string {
  const name = pair.class_lb ? `${pair.class_lb} lb pair` : 'Pair by its wire';
  return `${name}, ${tape(pair.open_stretch_in ?? 0)} stretch at open`;
}

export function stackWords({ plates }: Schemas['StackIn']): string {
  return `${plates.large} large and ${plates.small} small plates`;
}

/** What carries a door, in one line; nothing where it is not known. */
export function carrierWords(on: Schemas['OnDoor']): string {
  if (on.extension) return pairWords(on.extension);
  if (on.counterweight) return stackWords(on.counterweight);
  return setWords(on.springs ?? [], on.duplex ?? false);
}

export function years(life: Schemas['YearsOut']): string {
  const write = (value: number) => (value < 10 ? value.toFixed(1) : String(Math.round(value)));
  // Beyond that other parts of the door wear out first.
  if (life.low > 60) return 'over 60 years';
  return life.high > 60 ? `${write(life.low)}–60+ years` : `${write(life.low)}–${write(life.high)} years`;
}

export function thousands(value: number): string {
  const step = value >= 10_000 ? 1_000 : 100;
  return String(Math.round(value / step) * step).replace(/\B(?=(\d{3})+$)/g, ' ');
}

export function cycles(life: Schemas['LifeOut']): string {
  return `${thousands(life.low)}–${thousands(life.high)} cycles`;
}

export function percent(share: number): string {
  const value = Math.round(share * 1000) / 10;
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)} %`;
}

/** A probability; never quite sure. */
export function chance(share: number): string {
  return share > 0.99 ? 'over 99 %' : `${Math.round(share * 100)} %`;
}

export function quarters(count: number): string {
  return `${Math.floor(count / 4)}${['', '¼', '½', '¾'][count % 4]} turns`;
}

export function day(moment: string | null | undefined): string {
  return moment
    ? new Date(moment).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
    : '';
}

export function clock(moment: string): string {
  return new Date(moment).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
}

/** A hand force with its mark: heavy points down, hot points up, a level bar holds. */
export function force(
  pounds: number,
  holdsWithin = 0,
): { text: string; mark: string; kind: 'heavy' | 'hot' | 'holds' } {
  const size = Math.round(Math.abs(pounds));
  if (size === 0 || Math.abs(pounds) <= holdsWithin) return { text: `${size} lb`, mark: '▬ holds', kind: 'holds' };
  return pounds > 0
    ? { text: `${size} lb`, mark: '▼ heavy', kind: 'heavy' }
    : { text: `${size} lb`, mark: '▲ hot', kind: 'hot' };
}
