import type { Schemas } from '../../api/client';
import type { Waiting } from '../../api/outbox';

type Part = Schemas['PartState'];

/** Where a stroke starts: the count the server has, or what is on its way there; a cone of unknown turns counts down from 0. */
export function standsAt(part: Part, waiting: readonly Waiting[]): number {
  const strokes = waiting.flatMap(({ body }) => (body.kind === 'moved' && body.part === part.part ? [body] : []));
  return strokes.at(-1)?.to_count ?? part.count ?? -part.let_off;
}

/** Which way the next stroke goes, and whether there is one: an unknown cone goes down until it is said to be slack. */
export function stepOf(part: Part, at: number): -1 | 0 | 1 {
  if (part.count === null) return -1;
  if (part.target === null || part.target === at) return 0;
  return part.target > at ? 1 : -1;
}

/** Whether a part is where it is to be. */
export function isThere(part: Part, waiting: readonly Waiting[]): boolean {
  const slack = waiting.some(({ body }) => body.kind === 'slack' && body.part === part.part);
  return (part.count !== null || slack) && (part.target === null || standsAt(part, waiting) === part.target || slack);
}
