import type { Schemas } from './client';

export type BenchPage = Schemas['BenchPage'];

/** The usual values that stand, beside what was typed. */
export function usualOf(page: BenchPage, typed: Record<string, string>): Record<string, string> {
  const stands = (field: string) => !typed[field] && !page.instead[field]?.some((other) => typed[other]);
  return Object.fromEntries(Object.entries(page.usual ?? {}).filter(([field]) => stands(field)));
}

type Shown = Pick<Schemas['ProofState'], 'id' | 'standing'>;
type Known = { field: string; value?: unknown; text: string };

/** What is known of a door beside what was measured: what hangs on it now, whatever was measured before, and that it has sections. */
function besides(known: readonly Known[], said: Schemas['DoorDescription'], proofs: readonly Shown[]): Known[] {
  const free = proofs.find((one) => one.id === 'free_running')?.standing;
  const sections = known.some((one) => one.field === 'section_count');
  return [
    ...(said.words ? [{ field: 'counterbalance', value: said.carried_by, text: said.words }] : []),
    ...(free === 'passed' || free === 'failed'
      ? [{ field: 'free', value: free === 'passed' ? 'yes' : 'no', text: free }]
      : []),
    ...(sections ? [{ field: 'sectional', value: 'yes', text: 'yes' }] : []),
  ];
}

/** The address of a page of the bench with what is known of a door already typed. */
export function toBench(
  page: BenchPage,
  known: readonly Known[],
  said: Schemas['DoorDescription'],
  proofs: readonly Shown[] = [],
): string {
  const typed = new URLSearchParams();
  for (const { field, value, text } of [...known, ...besides(known, said, proofs)]) {
    // What is picked is written by its name, what is measured with its unit; what is neither is typed anew.
    if (page.fields?.includes(field) && (typeof value === 'string' || typeof value === 'number'))
      typed.set(field, typeof value === 'string' ? value : text);
  }
  return `/bench/${page.name}${typed.size ? `?${typed}` : ''}`;
}
