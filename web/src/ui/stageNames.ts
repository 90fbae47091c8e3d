import type { Schemas } from '../api/client';

export type StageName = Schemas['Stage']['name'];

/** The stages of a call in their order. */
export const STAGES: { name: StageName; title: string }[] = [
  { name: 'arrive', title: 'Arrive' },
  { name: 'find', title: 'Find' },
  { name: 'measure', title: 'Measure' },
  { name: 'size', title: 'Size' },
  { name: 'repair', title: 'Repair' },
  { name: 'prove', title: 'Prove' },
  { name: 'close', title: 'Close' },
];
