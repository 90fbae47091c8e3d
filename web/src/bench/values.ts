import type { Schemas } from '../api/client';

type Values = Schemas['Sheet']['values'];

export function numberOf(values: Values, name: string): number | undefined {
  const value = values[name];
  return typeof value === 'number' ? value : undefined;
}

export function listOf(values: Values, name: string): number[] | undefined {
  const value = values[name];
  return Array.isArray(value) ? value : undefined;
}

/** The door of a sheet that asks for its sizes alone; zero where nothing is typed. */
export function doorOf(values: Values) {
  return {
    height_in: numberOf(values, 'height_in') ?? 0,
    section_count: numberOf(values, 'section_count') ?? 0,
    weight_lb: numberOf(values, 'weight_lb') ?? 0,
  };
}

export function trackOf(values: Values): Schemas['Track'] {
  const lift = values.lift;
  const rise = numberOf(values, 'rise_in');
  const high = numberOf(values, 'high_lift_in');
  return {
    lift: lift === 'low_headroom' || lift === 'high' || lift === 'vertical' ? lift : 'standard',
    radius_in: numberOf(values, 'radius_in') ?? 0,
    ...(rise === undefined ? {} : { rise_in: rise }),
    ...(lift === 'high' && high !== undefined ? { high_lift_in: high } : {}),
  };
}
