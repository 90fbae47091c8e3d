import type { Schemas } from '../../api/client';
import type { Waiting } from '../../api/outbox';

/** The count as this tablet knows it: what the server has, and the strokes still on their way. */
export function countOf(spring: Schemas['SpringCount'], waiting: readonly Waiting[]): number {
  const strokes = waiting.flatMap(({ body }) =>
    body.kind === 'counted' && body.spring === spring.spring ? [body] : [],
  );
  return strokes.at(-1)?.to_quarter ?? spring.done;
}
