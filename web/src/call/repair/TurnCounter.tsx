import { useEffect, useRef, useState } from 'react';
import { Button, Dialog, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { useKey } from '../../app/keys';
import { Choice, Plain } from '../../ui/buttons';
import { quarters } from '../../ui/words';
import type { Call } from '../useCall';
import { countOf, springName } from './count';

const Cover = styled(ModalOverlay)`position: fixed; inset: 0; background: var(--ground); z-index: 10;`;
const Screen = styled(
  Dialog,
)`height: 100dvh; outline: none; display: grid; grid-template-rows: auto 1fr auto; padding: 14px; gap: 12px; overflow: auto;`;
const Top = styled.div`display: flex; gap: 10px; align-items: center; justify-content: space-between; flex-wrap: wrap;`;
const Sides = styled.div`display: flex; gap: 8px; button { min-width: 168px; }
  @media (max-width: 700px) { width: 100%; button { min-width: 0; flex: 1; padding-inline: 10px; font-size: 17px; } }`;
const Target = styled(Button)`
  border: 3px solid var(--action); background: var(--sheet); color: var(--ink); border-radius: 2px; cursor: pointer; display: grid; place-content: center; justify-items: center; gap: 6px; min-height: 300px;
  .done { font: 600 clamp(120px, 30vh, 240px)/0.9 'Barlow Condensed', sans-serif; } .of { font: 500 26px 'Barlow Condensed', sans-serif; color: var(--quiet); text-align: center; }
  &[data-pressed] { background: var(--holds-band); } &[data-disabled] { border-color: var(--holds); cursor: default; }`;
const Foot = styled.div`display: flex; gap: 28px; flex-wrap: wrap; align-items: end; justify-content: space-between;
  dl { display: flex; flex-wrap: wrap; gap: 6px 28px; margin: 0; } dt { font-size: 15px; color: var(--quiet); } dd { margin: 0; font: 600 30px 'Barlow Condensed', sans-serif; min-width: 4.2ch; }`;
const Status = styled.p`font-weight: 600; min-height: 1.5em;`;
const Dial = styled.svg`width: 108px; height: 108px; @media (max-width: 700px) { display: none; }`;

/** How many strokes are in, how many to go, and what does the bar pull now? */
export function TurnCounter({ call, close, done }: { call: Call; close: () => void; done: () => void }) {
  const { winding } = call.state;
  const [side, setSide] = useState(
    () => winding.find((spring) => countOf(spring, call.waiting) < spring.planned)?.spring ?? winding[0]?.spring,
  );
  const spring = winding.find((one) => one.spring === side) ?? winding[0];
  const target = useRef<HTMLButtonElement>(null);
  const count = spring ? countOf(spring, call.waiting) : 0;
  const full = spring !== undefined && count >= spring.planned;
  const stroke = (step: 1 | -1) => {
    if (!spring || count + step < 0 || count + step > spring.planned || call.state.closed) return;
    call.enter({ kind: 'counted', spring: spring.spring, from_quarter: count, to_quarter: count + step });
  };
  // Space on a focused button already presses it; the target therefore takes Space itself.
  useKey({
    Backspace: () => stroke(-1),
    ...(document.activeElement === target.current ? {} : { ' ': () => stroke(1) }),
  });
  useEffect(() => {
    if (side) target.current?.focus();
  }, [side]);
  if (!spring) return null;
  const name = (one: Schemas['SpringCount']) => springName(one.spring);
  const allDone = winding.every((one) => countOf(one, call.waiting) >= one.planned);
  const strokesWaiting = call.waiting.filter((one) => one.body.kind === 'counted').length;
  return (
    <Cover isOpen onOpenChange={(open) => !open && close()}>
      <Modal>
        <Screen aria-label="Turn counter">
          <Top>
            <Sides role="group" aria-label="Spring being wound">
              {winding.map((one) => (
                <Choice
                  key={one.spring}
                  aria-pressed={one.spring === spring.spring}
                  onPress={() => setSide(one.spring)}
                >
                  {name(one)}: {countOf(one, call.waiting)} / {one.planned}
                </Choice>
              ))}
            </Sides>
            <Plain onPress={close}>Put the counter away</Plain>
          </Top>
          <Target
            ref={target}
            isDisabled={full || call.state.closed}
            onPress={() => stroke(1)}
            aria-label={`Count a quarter-turn on the ${name(spring).toLowerCase()}: ${count} of ${spring.planned} in`}
          >
            <span className="done">{count}</span>
            <span className="of">
              {full
                ? `${name(spring)} is in: tighten its set screws`
                : `${spring.planned - count} quarter-turns to go · touch after each stroke, head and body clear of the bars`}
            </span>
          </Target>
          <div>
            <Status role="status">
              {call.offline
                ? `No connection: ${strokesWaiting} strokes kept on this tablet, sent as soon as it is back.`
                : strokesWaiting
                  ? `Saving ${strokesWaiting}`
                  : count
                    ? 'Every stroke is saved.'
                    : ''}
              {call.refused ? ` ${call.refused.wrong.message}` : ''}
            </Status>
            <Foot>
              <BarDial count={count} />
              <dl>
                <div>
                  <dt>turns in</dt>
                  <dd>{quarters(count)}</dd>
                </div>
                <div>
                  <dt>torque now, lb·in</dt>
                  <dd>{Math.round(spring.torque_lbin[count] ?? 0)}</dd>
                </div>
                <div>
                  <dt>bar force now, lb at {spring.bar_in} in</dt>
                  <dd>{Math.round(spring.bar_force_lb[count] ?? 0)}</dd>
                </div>
              </dl>
              <Plain isDisabled={count === 0 || call.state.closed} onPress={() => stroke(-1)}>
                Take one back
              </Plain>
              {allDone && <Plain onPress={done}>All in: check the balance</Plain>}
            </Foot>
          </div>
        </Screen>
      </Modal>
    </Cover>
  );
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
