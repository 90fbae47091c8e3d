import type { Schemas } from '../../api/client';
import type { Waiting } from '../../api/outbox';

type Procedure = Schemas['ProcedureState'];

/** The step that comes next, what was said on this tablet and is not with the server yet counted as said. */
export function stepNow(procedure: Procedure, waiting: readonly Waiting[]): Schemas['StepState'] | undefined {
  const said = new Set(waiting.flatMap(({ body }) => (body.kind === 'stepped' && body.done ? body.steps : [])));
  const from = procedure.steps.findIndex((one) => one.id === procedure.now);
  if (from < 0) return undefined;
  const ahead = procedure.steps.slice(from).filter((one) => one.standing === 'now' || one.standing === 'ahead');
  return ahead.find((one) => !said.has(one.id));
}
