import type { Schemas } from '../api/client';

type Units = Schemas['PersonOut']['units'];
let units: Units = 'trade';

/** Everything from now on is said, and a bare number read, in these units. */
export function setUnits(next: Units): void {
  units = next;
}

export const isMetric = () => units === 'metric';

/** What the core says too (hinge/spoken.py): name, how many a trade unit is, how many more decimals say as much. */
const METRIC = {
  in: ['mm', 25.4, -1],
  ft: ['m', 0.3048, 1],
  lb: ['kg', 0.45359237, 1],
  lb·in: ['N·m', 0.1129848290276167, 1],
  ft·lb: ['J', 1.3558179483314003, 0],
  kpsi: ['MPa', 6.894757293168361, 0],
} as const;
type Unit = keyof typeof METRIC;

export const unitSaid = (unit: Unit): string => (isMetric() ? METRIC[unit][0] : unit);

/** A size in trade units as a number without its unit, with so many decimals in trade units. */
export function plain(value: number, unit: Unit, decimals = 0): string {
  if (!isMetric()) return value.toFixed(decimals);
  const [, perTrade, more] = METRIC[unit];
  return (value * perTrade).toFixed(Math.max(decimals + more, 0));
}

/** A size in trade units to the nearest whole one of whoever listens. */
export const whole = (value: number, unit: Unit): string => Math.round(inOwn(value, unit)).toString();

/** A size in trade units as a number of whoever listens: for what is drawn on their scale. */
export const inOwn = (value: number, unit: Unit): number => (isMetric() ? value * METRIC[unit][1] : value);

/** What is that much of whoever listens, in trade units: for scales that end on their round numbers. */
export const inTrade = (value: number, unit: Unit): number => (isMetric() ? value / METRIC[unit][1] : value);

export const sized = (value: number, unit: Unit, decimals = 0): string =>
  `${plain(value, unit, decimals)} ${unitSaid(unit)}`;

type Quantity = Schemas['FieldOut']['quantity'];
const BARE = /^\s*-?(\d+(\.\d*)?|\.\d+)\s*$/;
const TYPED_IN: Partial<Record<Quantity, string>> = {
  length: 'mm',
  feet: 'mm',
  decimal: 'mm',
  lengths: 'mm',
  weight: 'kg',
  weights: 'kg',
};

/** What is typed, with the unit a bare number is meant in: it is kept and sent with it, whoever reads it. */
export function withUnit(typed: string, quantity: Quantity): string {
  const unit = isMetric() ? TYPED_IN[quantity] : undefined;
  if (!unit) return typed;
  return typed
    .split(/([,;])/)
    .map((part) => (BARE.test(part) ? `${part.trim()} ${unit}` : part))
    .join('');
}
