import type { Schemas } from '../../api/client';
import type { Waiting } from '../../api/outbox';

type Part = Schemas['PartState'];

/** Where a stroke starts: the count the server has, or what is on its way there; a cone of unknown turns counts down from 0. */
export function standsAt(part: Part, waiting: readonly Waiting[]): number {
  const said = waiting.flatMap(({ body }) =>
    (body.kind === 'moved' || body.kind === 'slack') && body.part === part.part ? [body] : [],
  );
  const last = said.at(-1);
  // What was said to be slack has nothing left on it.
  return last?.kind === 'slack' ? 0 : (last?.to_count ?? part.count ?? -part.let_off);
}

/** How far the next stroke of at most `size` goes, and which way: an unknown cone goes down until it is said to be slack. */
export function stepOf(part: Part, at: number, size = 1): number {
  if (part.count === null) return -size;
  const left = (part.target ?? at) - at;
  return Math.sign(left) * Math.min(size, Math.abs(left));
}

/** Whether a part is where it is to be. */
export function isThere(part: Part, waiting: readonly Waiting[]): boolean {
  const slack = waiting.some(({ body }) => body.kind === 'slack' && body.part === part.part);
  return (part.count !== null || slack) && (part.target === null || standsAt(part, waiting) === part.target || slack);
}

/** The count the last stroke came from, which alone is taken back, as it came: it may have been counted by mistake. */
export function backTo(part: Part, waiting: readonly Waiting[]): number | null {
  const strokes = waiting.flatMap(({ body }) => (body.kind === 'moved' ? [body] : []));
  const last = strokes.at(-1);
  if (!last) return part.taken_back_to;
  const before = strokes.at(-2);
  const undone = before?.part === last.part && before.from_count === last.to_count;
  return last.part === part.part && !undone ? last.from_count : null;
}

/** What a cone's pull is read at: its count, or what is likely left of a cone of unknown turns; nothing beyond what is known. */
export function pullAt(part: Part, at: number): Schemas['Stroke'] | undefined {
  return part.strokes[part.count === null ? (part.likely ?? -1) + at : at];
}
