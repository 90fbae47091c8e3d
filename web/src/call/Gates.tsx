import { Switch } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../api/client';
import { Label, Stack } from '../ui/layout';
import { clock } from '../ui/words';
import { nextGate, statedGates } from './statedGates';
import type { Call } from './useCall';

/** Room for who met a gate is kept where there is any, so that none gets taller as it is met. */
const List = styled(Stack)`container-type: inline-size;`;
const Gate = styled(Switch)`
  display: grid; grid-template-columns: 60px 1fr 2.6em; gap: 14px; align-items: center; min-height: 64px; padding: 7px 13px; scroll-margin: 90px 0 180px; cursor: pointer;
  background: var(--sheet); border: 1px solid var(--edge); outline: 1px solid transparent; border-radius: 2px; &.next { border-color: var(--action); outline-color: var(--action); }
  .bolt { width: 56px; height: 30px; border: 2px solid var(--ink); border-radius: 2px; position: relative; background: var(--ground); }
  .bolt::after { content: ''; position: absolute; top: 3px; bottom: 3px; left: 3px; width: 20px; background: var(--ink); transition: left 0.15s; }
  &[data-selected] .bolt { background: var(--holds); border-color: var(--holds); } &[data-selected] .bolt::after { left: 29px; background: var(--sheet); }
  &[data-focus-visible] { outline: 3px solid var(--action); outline-offset: 2px; }
  b { font-weight: 600; display: block; } small { font-size: 15px; color: var(--quiet); } time { font-size: 15px; color: var(--quiet); text-align: right; overflow-wrap: anywhere; }
  time span { display: none; } @media (max-width: 700px) { gap: 10px; padding: 7px 10px; }
  @container (min-width: 500px) { grid-template-columns: 60px 1fr 6.5em; time span { display: block; } }
`;

type Props = { call: Call; group: Schemas['GateGroupState'] };

/** The gates of a group as large switches, the reason under each. None can be overridden. */
export function Gates({ call, group }: Props) {
  const stated = statedGates(call);
  const next = call.state.closed ? undefined : nextGate(call, [group.id])?.id;
  return (
    <List $gap={8} role="group" aria-label={group.title}>
      <Label>{group.title}</Label>
      {group.gates.map((gate) => (
        <Gate
          key={gate.id}
          id={`gate-${gate.id}`}
          className={gate.id === next ? 'next' : ''}
          isSelected={stated.get(gate.id) ?? gate.met}
          isDisabled={call.state.closed}
          onChange={(met) => call.enter({ kind: 'gate', gate: gate.id, met })}
        >
          <span className="bolt" aria-hidden="true" />
          <span>
            <b>{gate.title}</b>
            <small>{gate.why}</small>
          </span>
          <time>
            {gate.met && gate.at ? clock(gate.at) : ''} <span>{gate.met ? gate.by : ''}</span>
          </time>
        </Gate>
      ))}
    </List>
  );
}
