import type { Schemas } from '../api/client';
import { STAGES, type StageName } from '../ui/stageNames';

export { STAGES, type StageName };

/** The stage to stand at: the one named in the address, else the first that is not done. */
export function stageAt(named: string | undefined, stages: Schemas['Stage'][]): StageName {
  const known = STAGES.find((stage) => stage.name === named);
  return known?.name ?? stages.find((stage) => !stage.done)?.name ?? 'close';
}

export function neighbour(stage: StageName, step: 1 | -1): StageName {
  const place = STAGES.findIndex((one) => one.name === stage) + step;
  return STAGES[Math.max(0, Math.min(STAGES.length - 1, place))]?.name ?? stage;
}
