import type { StageName } from './stages';
import type { Call } from './useCall';

export type StageProps = { call: Call; go: (stage: StageName) => void };
