import { type FormEvent, useEffect, useRef, useState } from 'react';
import { Button, Dialog, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Plain } from '../../ui/buttons';
import { Field } from '../../ui/Field';
import { useHoldOpen } from '../../ui/heldOpen';
import { useKey } from '../../ui/keys';
import { Quiet } from '../../ui/layout';
import { useOutbox } from '../../ui/outbox';
import { RadioButtons } from '../../ui/RadioButtons';
import { useRemembered } from '../../ui/remembered';
import { plain, sized, unitSaid } from '../../ui/units';
import type { Call } from '../useCall';
import { useAwake } from './awake';
import { backTo, isThere, pullAt, standsAt, stepOf } from './count';
import { StopRules } from './StopRules';
import { StrokeRing } from './StrokeRing';
import { canSpeak, sayAloud } from './spoken';

const Cover = styled(ModalOverlay)`position: fixed; inset: 0; background: var(--ground); z-index: 10;`;
const Screen = styled(
  Dialog,
)`height: 100dvh; outline: none; display: grid; grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr) 330px; padding: 12px; gap: 12px; overflow: auto;
  @media (max-width: 1000px) { grid-template: auto auto auto auto / minmax(0, 1fr); align-content: start; }`;
const Top = styled.div`grid-column: 1 / -1; display: flex; gap: 10px; align-items: center; justify-content: space-between; flex-wrap: wrap;`;
const Target = styled(Button)`
  border: 3px solid var(--action); background: var(--sheet); color: var(--ink); border-radius: 2px; cursor: pointer; display: grid; place-items: center; align-content: center; gap: 4px; min-height: 300px; padding: 8px; @media (max-width: 1000px) { min-height: calc(min(84vw, 46vh) + 96px); }
  p { font: 600 20px 'Barlow Condensed', sans-serif; text-align: center; }
  &[data-pressed] { background: var(--holds-band); } &[data-there] { border-color: var(--holds); cursor: default; background: var(--sheet); }`;
const Beside = styled.div`grid-column: 2; grid-row: 2 / span 2; display: grid; gap: 10px; align-content: start; overflow: auto;
  @media (max-width: 1000px) { grid-area: auto; overflow: visible; }`;
/** What must be in reach of the thumb at every size and scroll. */
const Foot = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 10px; background: var(--ground);
  @media (max-width: 1000px) { position: sticky; bottom: -12px; margin: 0 -12px -12px; padding: 8px 12px 12px; border-top: 1px solid var(--line); z-index: 1; order: 9; }`;
const Facts = styled.dl`display: grid; grid-template-columns: 1fr auto; gap: 2px 14px; margin: 0; align-items: baseline;
  dt { font-size: 15px; color: var(--quiet); } dd { margin: 0; font: 600 27px/1.15 'Barlow Condensed', sans-serif; text-align: right; }`;
const Side = styled.div`display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 8px; align-items: end;`;
const Status = styled.p<{
  $wrong: boolean;
}>`font-weight: 600; min-height: 3em; color: ${({ $wrong }) => ($wrong ? 'var(--caution)' : 'inherit')};`;

const SPOKEN = [
  { id: 'silent', text: 'Silent' },
  { id: 'spoken', text: 'Say the count' },
] as const;

type Props = { call: Call; title: string; stops: Schemas['StopState'][]; close: () => void; done: () => void };

/** How many strokes are in, how many to go, and what does the bar pull now? Up or down, it is the same counter. */
export function TurnCounter({ call, title, stops, close, done }: Props) {
  const { parts } = call.state;
  // Those it was opened with: were they to go with the last stroke, what is above them would move under the finger.
  const [rules] = useState(stops);
  const [side, setSide] = useState(() => (parts.find((part) => !isThere(part, call.waiting)) ?? parts[0])?.part);
  // Every spring begins with quarter-turns: a half one is chosen while its load is felt.
  const [size, setSize] = useState<'1' | '2'>('1');
  const [voice, setVoice] = useRemembered('count', ['silent', 'spoken']);
  const awake = useAwake();
  useHoldOpen();
  const { held } = useOutbox();
  const part = parts.find((one) => one.part === side) ?? parts[0];
  const target = useRef<HTMLButtonElement>(null);
  const at = part ? standsAt(part, call.waiting) : 0;
  const begun = useRef({ side, at });
  if (begun.current.side !== side) begun.current = { side, at };
  const step = part ? stepOf(part, at, Number(size)) : 0;
  const there = part !== undefined && isThere(part, call.waiting);
  const stroke = (to: number) => {
    if (!part || call.state.closed) return;
    call.enter({ kind: 'moved', part: part.part, from_count: at, to_count: to });
    if (voice === 'spoken' && canSpeak()) sayAloud(String(Math.abs(to)));
  };
  const before = part ? backTo(part, call.waiting) : null;
  const back = () => before !== null && stroke(before);
  const count = () => step && !there && stroke(at + step);
  useKey({ Backspace: back, ' ': count });
  useEffect(() => {
    if (side) target.current?.focus();
  }, [side]);
  if (!part) return null;
  const atItsEnd = `${part.name} is ${part.target === 0 ? 'down' : 'in: tighten its set screws'}`;
  const unknown = part.count === null && !there;
  const shown = unknown ? -at : Math.max(at, 0);
  const down = step < 0 || (there && part.target === 0);
  const refused = call.notTaken.findLast(({ body }) => body.kind === 'moved' || body.kind === 'slack');
  const strokesWaiting = call.waiting.filter(({ body }) => body.kind === 'moved').length;
  return (
    <Cover isOpen onOpenChange={(open) => !open && close()}>
      <Modal>
        <Screen aria-label={`Turn counter: ${title}`}>
          <Top>
            <RadioButtons
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
            data-there={there || undefined}
            isDisabled={call.state.closed}
            onPress={count}
            aria-label={
              there
                ? atItsEnd
                : `Count a ${size === '2' ? 'half' : 'quarter'}-turn ${down ? 'off' : 'on'} the ${part.name.toLowerCase()}: ${shown} ${unknown ? 'let off' : down ? 'left on it' : 'in'}`
            }
          >
            <StrokeRing
              total={Math.max(part.target ?? 0, unknown ? (part.likely ?? 0) : begun.current.at)}
              done={shown}
              count={shown}
              unit={`quarter-turns ${unknown ? 'let off' : down ? 'left on it' : 'in'}`}
              toGo={
                there
                  ? ''
                  : unknown
                    ? usual(part)
                    : `${Math.abs((part.target ?? 0) - at)} to ${down ? 'let off' : 'go'}`
              }
            />
            <p>{there ? atItsEnd : 'Touch after each stroke, head and body clear of the bars'}</p>
          </Target>
          <Foot>
            <Plain isDisabled={before === null || call.state.closed} onPress={back}>
              Take one back
            </Plain>
            <StopRules call={call} stops={rules} stopped={close} />
          </Foot>
          <Beside>
            <Status role="status" $wrong={refused !== undefined}>
              {refused && `Stroke not taken: ${refused.problem.message} Count on from what stands here. `}
              {strokesWaiting
                ? keptHere(strokesWaiting, held === 'signed out')
                : at && !refused
                  ? 'Every stroke is saved.'
                  : ''}
            </Status>
            <Pull part={part} at={at} unknown={unknown} />
            <p>{down ? part.down : part.up}</p>
            <RadioButtons label="Size of a stroke" flow value={size} pick={setSize} options={strokeSizes(part, at)} />
            {part.target === 0 && <SlackOrNot part={part} there={there} call={call} />}
            <Plain isDisabled={!parts.every((one) => isThere(one, call.waiting))} onPress={done}>
              All there: go on
            </Plain>
            {part.target ? <Aim part={part} call={call} /> : null}
            {canSpeak() && <RadioButtons label="The count aloud" flow value={voice} pick={setVoice} options={SPOKEN} />}
            <small>{awake ? 'The screen stays awake. ' : ''}Space counts, Backspace takes back.</small>
          </Beside>
        </Screen>
      </Modal>
    </Cover>
  );
}

/** What waits on this tablet, and for what. */
function keptHere(strokes: number, isSignedOut: boolean): string {
  const sent = isSignedOut ? 'once you sign in again: put the counter away for that' : 'as soon as they can be';
  return `${strokes === 1 ? '1 stroke' : `${strokes} strokes`} kept on this tablet, sent ${sent}.`;
}

/** How large a stroke may be, each with the most the bar pulls in the course of it, where the spring is known. */
function strokeSizes(part: Schemas['PartState'], at: number): { id: '1' | '2'; text: string }[] {
  const pull = (size: number) => {
    const [from, to] = [pullAt(part, at), pullAt(part, at + stepOf(part, at, size))];
    return from && to ? `: the bar pulls up to ${sized(Math.max(from.bar_force_lb, to.bar_force_lb), 'lb')}` : '';
  };
  return [
    { id: '1', text: `¼ turn a stroke${pull(1)}` },
    { id: '2', text: `½ turn${pull(2) || ', while the load is light'}` },
  ];
}

/** Another count than was planned: every spring is to go to it, and the sentence says how far it is from what suits. */
function Aim({ part, call }: { part: Schemas['PartState']; call: Call }) {
  const [typed, setTyped] = useState('');
  const count = Number(typed);
  const readable = Number.isInteger(count) && count > 0;
  const aim = (event: FormEvent) => {
    event.preventDefault();
    if (!readable) return;
    call.enter({ kind: 'aimed', targets: Object.fromEntries(call.state.parts.map((one) => [one.part, count])) });
    setTyped('');
  };
  return (
    <>
      {part.aim && <Quiet>{part.aim}</Quiet>}
      <form onSubmit={aim}>
        <Side>
          <Field label="Another count, each spring" value={typed} onChange={setTyped} inputMode="numeric" />
          <Plain type="submit" isDisabled={!readable || call.state.closed}>
            Go to that
          </Plain>
        </Side>
      </form>
    </>
  );
}

/** A cone is slack, or one thought slack still pulls. Both keep their places, so that nothing moves under the next finger. */
function SlackOrNot({ part, there, call }: { part: Schemas['PartState']; there: boolean; call: Call }) {
  return (
    <>
      <Plain isDisabled={there} onPress={() => call.enter({ kind: 'slack', part: part.part })}>
        {part.name} is slack: broken, or nothing left
      </Plain>
      <Plain
        isDisabled={!there || part.count !== 0}
        onPress={() => call.enter({ kind: 'still_wound', part: part.part })}
      >
        {part.name} still pulls
      </Plain>
    </>
  );
}

/** What the bar pulls and the spring shows now; of unknown turns, what they would be on a door that was wound right. */
function Pull({ part, at, unknown }: { part: Schemas['PartState']; at: number; unknown: boolean }) {
  const now = pullAt(part, at);
  const about = unknown && now ? 'about ' : '';
  const number = (value: number | undefined, unit: 'lb' | 'lb·in' | 'ft·lb') =>
    value === undefined ? '–' : `${about}${plain(value, unit)}`;
  return (
    <Facts>
      <dt>torque, {unitSaid('lb·in')}</dt>
      <dd>{number(now?.torque_lbin, 'lb·in')}</dd>
      <dt>
        on the bar, {unitSaid('lb')} at {sized(part.bar_in, 'in')}
      </dt>
      <dd>{number(now?.bar_force_lb, 'lb')}</dd>
      <dt>energy in it, {unitSaid('ft·lb')}</dt>
      <dd>{number(now?.energy_ftlb, 'ft·lb')}</dd>
      <dt>chalk line goes</dt>
      <dd>{now && !unknown ? now.chalk_line : '–'}</dd>
      <dt>length, cones left out</dt>
      <dd>{now && !unknown ? now.length : '–'}</dd>
    </Facts>
  );
}

function usual(part: Schemas['PartState']): string {
  return part.likely === null ? 'turns not known' : `not known: ${part.likely} is usual here`;
}

function written(part: Schemas['PartState'], call: Call): string {
  const at = standsAt(part, call.waiting);
  if (part.count === null && !isThere(part, call.waiting)) return `${-at} off`;
  return `${Math.max(at, 0)} / ${part.target ?? '–'}`;
}
