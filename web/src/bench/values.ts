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
