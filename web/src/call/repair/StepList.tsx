import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Caution, Items, Label, Quiet, Stack } from '../../ui/layout';
import { clock } from '../../ui/words';

const List = styled.ol`margin: 0; padding: 0; list-style: none; display: grid; gap: 2px;
  li { display: grid; grid-template-columns: 26px 1fr auto; gap: 8px; padding: 6px 8px; border-left: 4px solid transparent; font-size: 16px; line-height: 1.3; }
  li[aria-current] { border-color: var(--action); background: var(--sheet); font-weight: 600; }
  .done, .passed_over, .behind { color: var(--quiet); } time, small { font-size: 15px; color: var(--quiet); }`;
const Plan = styled.details`summary { cursor: pointer; min-height: 48px; display: flex; align-items: center; text-decoration: underline; } display: grid; gap: 6px;`;
const MARKS: Record<Schemas['StepState']['standing'], string> = {
  done: '✓',
  passed_over: '–',
  behind: '·',
  now: '›',
  ahead: '',
};

/** The whole way: what is done, what comes, and what was passed over and why. */
export function StepList({ procedure }: { procedure: Schemas['ProcedureState'] }) {
  return (
    <Stack $gap={6}>
      <Label>The steps</Label>
      <List>
        {procedure.steps.map((one) => (
          <li key={one.id} className={one.standing} aria-current={one.standing === 'now' ? 'step' : undefined}>
            <span aria-hidden="true">{MARKS[one.standing]}</span>
            <span>
              {one.title}
              {one.reason && <Quiet>Passed over: {one.reason}</Quiet>}
            </span>
            <time>{one.standing === 'done' && one.at_time ? `${clock(one.at_time)} ${one.by}` : ''}</time>
          </li>
        ))}
      </List>
    </Stack>
  );
}

/** Who it takes, and for how long a second one. */
function peopleSaid({ people, helper_minutes }: Schemas['ProcedureState']): string {
  if (people === 1) return 'one person';
  return helper_minutes > 0 ? `a helper for ${Math.round(helper_minutes)} of them` : 'two people';
}

/** What it takes, before the first step: tools, parts, minutes, people. */
export function PlanOf({ procedure }: { procedure: Schemas['ProcedureState'] }) {
  const { parts, tools, ways } = procedure;
  const minutes = Math.round(procedure.minutes / 5) * 5;
  return (
    <>
      {procedure.van?.lacks && <Caution role="status">{procedure.van.words}</Caution>}
      <Plan>
        <summary>
          What it takes: about {minutes} minutes, {peopleSaid(procedure)}, {tools.length} tools,{' '}
          {parts.length === 1 ? '1 part' : `${parts.length} parts`}
        </summary>
        {procedure.van && !procedure.van.lacks && <p>{procedure.van.words}</p>}
        {parts.length > 0 && (
          <>
            <Label>Parts</Label>
            <Items>
              {parts.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </Items>
          </>
        )}
        <Label>Tools</Label>
        <Items>
          {tools.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Items>
        <Label>How this shop works</Label>
        <Items>
          {ways.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </Items>
      </Plan>
    </>
  );
}
