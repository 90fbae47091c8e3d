import { useEffect, useRef, useState } from 'react';
import { Button, Dialog, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { useKey } from '../../app/keys';
import { Plain } from '../../ui/buttons';
import { OneOf } from '../../ui/OneOf';
import type { Call } from '../useCall';
import { isThere, standsAt, stepOf } from './count';

const Cover = styled(ModalOverlay)`position: fixed; inset: 0; background: var(--ground); z-index: 10;`;
const Screen = styled(
  Dialog,
)`height: 100dvh; outline: none; display: grid; grid-template-rows: auto 1fr auto; padding: 14px; gap: 12px; overflow: auto;`;
const Top = styled.div`display: flex; gap: 10px; align-items: center; justify-content: space-between; flex-wrap: wrap;`;
const Target = styled(Button)`
  border: 3px solid var(--action); background: var(--sheet); color: var(--ink); border-radius: 2px; cursor: pointer; display: grid; place-content: center; justify-items: center; gap: 6px; min-height: 300px;
  .done { font: 600 clamp(120px, 30vh, 240px)/0.9 'Barlow Condensed', sans-serif; } .of { font: 500 26px 'Barlow Condensed', sans-serif; color: var(--quiet); text-align: center; }
  &[data-pressed] { background: var(--holds-band); } &[data-disabled] { border-color: var(--holds); cursor: default; }`;
const Foot = styled.div`display: flex; gap: 28px; flex-wrap: wrap; align-items: end; justify-content: space-between;
  dl { display: flex; flex-wrap: wrap; gap: 6px 28px; margin: 0; } dt { font-size: 15px; color: var(--quiet); } dd { margin: 0; font: 600 30px 'Barlow Condensed', sans-serif; min-width: 4.2ch; }`;
const Status = styled.p<{
  $wrong: boolean;
}>`font-weight: 600; min-height: 1.5em; color: ${({ $wrong }) => ($wrong ? 'var(--caution)' : 'inherit')};`;
const Dial = styled.svg`width: 108px; height: 108px; @media (max-width: 700px) { display: none; }`;

type Props = { call: Call; title: string; close: () => void; done: () => void };

/** How many strokes are in, how many to go, and what does the bar pull now? Up or down, it is the same counter. */
export function TurnCounter({ call, title, close, done }: Props) {
  const { parts } = call.state;
  const [side, setSide] = useState(() => (parts.find((part) => !isThere(part, call.waiting)) ?? parts[0])?.part);
  const part = parts.find((one) => one.part === side) ?? parts[0];
  const target = useRef<HTMLButtonElement>(null);
  const at = part ? standsAt(part, call.waiting) : 0;
  const step = part ? stepOf(part, at) : 0;
  const there = part !== undefined && isThere(part, call.waiting);
  const stroke = (to: number) => {
    if (!part || call.state.closed || there) return;
    call.enter({ kind: 'moved', part: part.part, from_count: at, to_count: to });
  };
  const back = () => step && part?.count !== null && at - step >= 0 && stroke(at - step);
  // Space on a focused button already presses it; the target therefore takes Space itself.
  useKey({
    Backspace: () => back(),
    ...(document.activeElement === target.current ? {} : { ' ': () => step && stroke(at + step) }),
  });
  useEffect(() => {
    if (side) target.current?.focus();
  }, [side]);
  if (!part) return null;
  const unknown = part.count === null && !there;
  const count = unknown ? -at : Math.max(at, 0);
  const toGo = Math.abs((part.target ?? 0) - at);
  const wording = unknown ? 'let off' : step < 0 ? 'left on it' : 'in';
  const refused = call.notTaken.findLast(({ body }) => body.kind === 'moved' || body.kind === 'slack');
  const strokesWaiting = call.waiting.filter(({ body }) => body.kind === 'moved').length;
  return (
    <Cover isOpen onOpenChange={(open) => !open && close()}>
      <Modal>
        <Screen aria-label={`Turn counter: ${title}`}>
          <Top>
            <OneOf
              label="Spring being counted"
              flow
              value={part.part}
              pick={setSide}
              options={parts.map((one) => ({ id: one.part, text: `${one.name}: ${written(one, call)}` }))}
            />
            <Plain onPress={close}>Put the counter away</Plain>
          </Top>
          <Target
            ref={target}
            isDisabled={there || step === 0 || call.state.closed}
            onPress={() => step && stroke(at + step)}
            aria-label={`Count a quarter-turn ${step < 0 ? 'off' : 'on'} the ${part.name.toLowerCase()}: ${count} ${wording}`}
          >
            <span className="done">{count}</span>
            <span className="of">
              {there
                ? `${part.name} is ${step < 0 || part.target === 0 ? 'down' : 'in: tighten its set screws'}`
                : unknown
                  ? 'quarter-turns let off, turns not known · touch after each stroke, head and body clear of the bars'
                  : `${toGo} quarter-turns ${step < 0 ? 'to let off' : 'to go'} · touch after each stroke, head and body clear of the bars`}
            </span>
          </Target>
          <div>
            <Status role="status" $wrong={refused !== undefined}>
              {refused && `Stroke not taken: ${refused.problem.message} Count on from what stands here. `}
              {strokesWaiting
                ? `${strokesWaiting} strokes kept on this tablet, sent as soon as they can be.`
                : at && !refused
                  ? 'Every stroke is saved.'
                  : ''}
            </Status>
            <Foot>
              <BarDial count={count} />
              <dl>
                <div>
                  <dt>quarter-turns {wording}</dt>
                  <dd>{count}</dd>
                </div>
                <div>
                  <dt>torque now, lb·in</dt>
                  <dd>{pull(part.torque_lbin, unknown ? -1 : count)}</dd>
                </div>
                <div>
                  <dt>bar force now, lb at {part.bar_in} in</dt>
                  <dd>{pull(part.bar_force_lb, unknown ? -1 : count)}</dd>
                </div>
              </dl>
              {part.target === 0 && !there && (
                <Plain onPress={() => call.enter({ kind: 'slack', part: part.part })}>
                  {part.name} is slack: broken, or nothing left
                </Plain>
              )}
              {!unknown && (
                <Plain isDisabled={step === 0 || call.state.closed} onPress={back}>
                  Take one back
                </Plain>
              )}
              {parts.every((one) => isThere(one, call.waiting)) && <Plain onPress={done}>All there: go on</Plain>}
            </Foot>
          </div>
        </Screen>
      </Modal>
    </Cover>
  );
}

function written(part: Schemas['PartState'], call: Call): string {
  const at = standsAt(part, call.waiting);
  if (part.count === null && !isThere(part, call.waiting)) return `${-at} off`;
  return `${Math.max(at, 0)} / ${part.target ?? '–'}`;
}

/** The pull at a count, where it is known. */
function pull(at: number[], count: number): string {
  const value = at[count];
  return value === undefined ? '–' : String(Math.round(value));
}

/** The cone from its end, with the bar where it stands after this many quarter-turns. */
function BarDial({ count }: { count: number }) {
  return (
    <Dial viewBox="-54 -54 108 108" aria-hidden="true">
      <circle r="50" fill="none" stroke="var(--line)" strokeWidth="2" />
      {[0, 90, 180, 270].map((at) => (
        <path key={at} d="M0 -50V-43" stroke="var(--ink)" strokeWidth="2" transform={`rotate(${at})`} />
      ))}
      <g transform={`rotate(${(count % 4) * 90})`}>
        <path d="M0 -8V-42" stroke="var(--action)" strokeWidth="7" />
      </g>
      <circle r="13" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      <circle r="4" fill="var(--ink)" />
    </Dial>
  );
}
