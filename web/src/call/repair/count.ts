import type { Schemas } from '../../api/client';
import type { Waiting } from '../../api/outbox';

/** The count as this tablet knows it: what the server has, and the strokes still on their way. */
export function countOf(spring: Schemas['SpringCount'], waiting: readonly Waiting[]): number {
  const strokes = waiting.flatMap(({ body }) =>
    body.kind === 'counted' && body.spring === spring.spring ? [body] : [],
  );
  return strokes.at(-1)?.to_quarter ?? spring.done;
}

const NAMES: Record<Schemas['SpringCount']['spring'], string> = {
  single: 'Spring',
  left: 'Left spring',
  right: 'Right spring',
  left_outer: 'Far left spring',
  right_outer: 'Far right spring',
};

/** What a winding cone is called on its shaft. */
export function springName(spring: Schemas['SpringCount']['spring']): string {
  return NAMES[spring];
}
