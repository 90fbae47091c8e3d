import type { Schemas } from '../../api/client';

type Outcome = NonNullable<Schemas['ReadingIn']['outcome']>;

export const OUTCOMES: { id: Outcome; text: string; mark: string }[] = [
  { id: 'runs_up', text: 'runs up', mark: '▲▲' },
  { id: 'creeps_up', text: 'creeps up', mark: '▲' },
  { id: 'holds', text: 'holds', mark: '▬' },
  { id: 'creeps_down', text: 'creeps down', mark: '▼' },
  { id: 'runs_down', text: 'runs down', mark: '▼▼' },
];
