import type { Schemas } from '../../api/client';
import type { Waiting } from '../../api/outbox';

type Procedure = Schemas['ProcedureState'];

/** The steps said as far as this tablet knows: those the call tells of, with what waits here to be sent. */
export function stepsSaid(told: readonly string[], waiting: readonly Waiting[]): Set<string> {
  const said = new Set(told);
  for (const { body } of waiting) {
    if (body.kind === 'passed_over') said.add(body.step);
    if (body.kind !== 'stepped') continue;
    for (const step of body.steps) body.done ? said.add(step) : said.delete(step);
  }
  return said;
}

/** Whether how the door stands forbids this step, whatever gates are met. */
export const isBarred = (procedure: Procedure, step: Schemas['StepState']): boolean =>
  procedure.barred !== '' && procedure.now === step.id;

/** The step that comes next, whether or not the procedure was asked for since the last one was said. */
export function stepNow(procedure: Procedure, said: ReadonlySet<string>): Schemas['StepState'] | undefined {
  const now = procedure.steps.findIndex((one) => one.id === procedure.now);
  const wasSaid = (one: Schemas['StepState']) => one.standing === 'done' || one.standing === 'passed_over';
  const isOpen = (one: Schemas['StepState'], place: number) =>
    one.standing !== 'behind' && (wasSaid(one) || (now >= 0 && place >= now));
  return procedure.steps.find((one, place) => isOpen(one, place) && !said.has(one.id));
}
