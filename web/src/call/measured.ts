import type { Schemas } from '../api/client';

/** A measurement that is one number, or nothing where it is not known. */
export function measuredNumber(state: Schemas['CallState'], field: string): number | undefined {
  const value = state.measured.find((one) => one.field === field)?.value;
  return typeof value === 'number' ? value : undefined;
}
