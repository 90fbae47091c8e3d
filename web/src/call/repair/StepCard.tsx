import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef } from 'react';
import styled from 'styled-components';
import { toBench } from '../../api/bench';
import type { Schemas } from '../../api/client';
import { knowledgeQuery } from '../../api/queries';
import { Plain, PlainLink } from '../../ui/buttons';
import { Caution, Quiet, Row, Stack } from '../../ui/layout';
import type { Call } from '../useCall';
import { LaidOut } from './LaidOut';
import { LimitScrews } from './LimitScrews';
import { isBarred } from './next';
import { Presses } from './Presses';

const Do = styled.p`font: 600 30px/1.22 'Barlow Condensed', sans-serif; @media (max-width: 700px) { font-size: 26px; }`;
const Taken = styled.ul`margin: 0; padding: 0; list-style: none; display: flex; flex-wrap: wrap; gap: 4px 18px; font-size: 15px; color: var(--quiet);`;

const RECKONED = {
  placement: 'Work out where it goes',
  survey: 'See whether it fits',
} as const;

type Props = {
  call: Call;
  procedure: Schemas['ProcedureState'];
  step: Schemas['StepState'];
  /** Whether the procedure is of the call as it stands now: what was done on the door meanwhile is not undone by a word. */
  fresh: boolean;
  /** The gates that stand before it: nothing may be between what is to be done and what must be true first. */
  children: ReactNode;
};

const isStepping = (call: Call) => call.waiting.some(({ body }) => body.kind === 'stepped');
export const sayDone = (call: Call, steps: Schemas['StepState'][]) =>
  call.enter({ kind: 'stepped', steps: steps.map((one) => one.id), done: true });

const saidOf = (one: Schemas['StepState']) => one.standing === 'done' || one.standing === 'passed_over';

/** One step: what to do now, what can hurt, why, and with what. */
export function StepCard({ call, procedure, step, fresh, children }: Props) {
  const knowledge = useQuery(knowledgeQuery);
  const page = knowledge.data?.bench.find(({ name }) => name === step.bench);
  const place = procedure.steps.findIndex((one) => one.id === step.id);
  const { otherwise } = step;
  const atHand = step.laid_out ? step.tools : [...step.tools, ...step.parts];
  const more = procedure.steps.filter((one) => procedure.now === step.id && procedure.together.includes(one.id));
  const card = useRef<HTMLDivElement>(null);
  const shown = useRef(step.id);
  useEffect(() => {
    if (shown.current === step.id) return;
    shown.current = step.id;
    card.current?.scrollIntoView({ block: 'nearest' });
    // What was pressed may have gone with the step: the keyboard goes on from the next one.
    if (document.activeElement === document.body) card.current?.focus({ preventScroll: true });
  }, [step.id]);
  // What was done on the door itself is not undone by a word.
  const before = procedure.steps.slice(0, place).findLast((one) => one.does || saidOf(one));
  return (
    <Stack ref={card} tabIndex={-1} role="group" aria-label="The step now">
      <Quiet>
        Step {place + 1} of {procedure.steps.length}: {step.title.toLowerCase()}
      </Quiet>
      {isBarred(procedure, step) && <Caution role="status">{procedure.barred}</Caution>}
      {step.caution && <Caution>{step.caution}</Caution>}
      <Do aria-live="polite">{step.do}</Do>
      {step.why && <p>{step.why}</p>}
      {children}
      {procedure.shut.length === 0 && !isBarred(procedure, step) && (
        <>
          {step.by_screw && call.state.limits && <LimitScrews call={call} limits={call.state.limits} />}
          <Presses
            key={[step.id, ...step.presses.map((one) => one.says)].join()}
            presses={step.presses}
            signals={step.signals}
          />
        </>
      )}
      {step.laid_out && <LaidOut step={step.id} parts={step.parts} />}
      {atHand.length > 0 && (
        <Taken aria-label="At hand">
          {atHand.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Taken>
      )}
      {!call.state.closed && (
        <Row style={{ justifyContent: 'start' }}>
          {before && !before.does && (
            <Plain
              isDisabled={isStepping(call) || !fresh}
              onPress={() => call.enter({ kind: 'stepped', steps: [before.id], done: false })}
            >
              Back one step
            </Plain>
          )}
          {more.length > 1 && !isBarred(procedure, step) && (
            <Plain isDisabled={isStepping(call)} onPress={() => sayDone(call, more)}>
              {more.length === 2 ? 'This and the next one are done' : `This and the next ${more.length - 1} are done`}
            </Plain>
          )}
          {step.bench && page && (
            <PlainLink to={toBench(page, call.state.measured, call.state.said, call.state.proofs)}>
              {RECKONED[step.bench]}
            </PlainLink>
          )}
          {step.record.length > 0 && <PlainLink to={`/calls/${call.call.key}/measure`}>Measure it</PlainLink>}
          {otherwise && (
            <Plain onPress={() => call.enter({ kind: 'left', reason: otherwise.then })}>{otherwise.says}</Plain>
          )}
          {step.passable && (
            <Plain
              isDisabled={isStepping(call)}
              onPress={() => call.enter({ kind: 'passed_over', step: step.id, reason: 'not needed here' })}
            >
              Not needed here
            </Plain>
          )}
        </Row>
      )}
    </Stack>
  );
}
