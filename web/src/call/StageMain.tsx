import { type ReactNode, useEffect, useRef } from 'react';
import type { Schemas } from '../api/client';
import type { Body } from '../api/outbox';
import { MainAction } from '../ui/MainAction';
import { useOutbox } from '../ui/outbox';
import { usePressGuard } from '../ui/pressGuard';
import type { StageProps } from './stageProps';
import { nextGate, statedGates } from './statedGates';

type Props = StageProps & {
  main: Schemas['MainAction'] | null | undefined;
  /** What the page adds to the command: what was typed here, say. */
  more?: Partial<Body>;
  /** Where the counter is opened. */
  count?: () => void;
  /** Whether the action is of the call as it stands now. */
  fresh?: boolean;
  /** What is asked: a press right after that changed was meant for what was asked before. */
  asked?: string;
  beside?: ReactNode;
};

/** What is said at once, one after another, from the same place. */
const IN_A_ROW: Body['kind'][] = ['stepped', 'proof', 'cured', 'closed'];

const isAsked = (waiting: StageProps['call']['waiting'], body: Body): boolean =>
  body.kind !== 'stepped' && waiting.some((one) => one.body.kind === body.kind);

/** The one main action of a stage, as the server has it: entered, gone to, or waited for, each open gate stated from here in turn. */
export function StageMain({ call, go, main, more, count, fresh = true, asked = '', beside }: Props) {
  const gate = main?.waits ? nextGate(call, main.gates ?? []) : undefined;
  // A double tap says one thing.
  const isRested = usePressGuard(`${asked}, ${gate?.id ?? main?.label}`);
  const command = main?.command;
  const stated = gate ? `gate-${gate.id}` : command?.kind === 'proof' ? `proof-${command.proof}` : '';
  const outbox = useOutbox();
  const isPressed = useRef(false);
  useEffect(() => {
    // After a press the next thing to state is brought into sight, to be read where it stands.
    if (stated && isPressed.current) document.getElementById(stated)?.scrollIntoView?.({ block: 'nearest' });
    isPressed.current = false;
  }, [stated]);
  // What it waited for has been stated, or the answer is of the call before: the next one is on its way.
  const isComing = main?.waits && !gate && (!fresh || statedGates(call).size > 0);
  if (!main || isComing)
    return <MainAction isDisabled>{outbox.held === 'offline' ? 'Goes on with a connection' : 'One moment'}</MainAction>;
  if (gate)
    return (
      <MainAction
        beside={beside}
        why={gate.why}
        isDisabled={call.state.closed}
        onPress={() => {
          if (!isRested()) return;
          isPressed.current = true;
          call.enter({ kind: 'gate', gate: gate.id, met: true });
        }}
      >
        {gate.says}
      </MainAction>
    );
  const { label, to, waits } = main;
  const body = command ? ({ ...command, ...more } as Body) : null;
  const act = () => {
    if (body && IN_A_ROW.includes(body.kind) && !isRested()) return;
    isPressed.current = true;
    if (body) call.enter(body);
    if (to === 'count') count?.();
    else if (to) go(to);
  };
  const isSent = body !== null && isAsked(call.waiting, body);
  return (
    <MainAction
      beside={beside}
      isDisabled={waits || isSent || (!fresh && body?.kind !== 'stepped' && body !== null)}
      onPress={act}
    >
      {label}
    </MainAction>
  );
}
