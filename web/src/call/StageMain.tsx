import type { Schemas } from '../api/client';
import type { Body } from '../api/outbox';
import { MainAction } from '../ui/buttons';
import { usePressGuard } from '../ui/pressGuard';
import type { StageProps } from './stageProps';

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
};

const isAsked = (waiting: StageProps['call']['waiting'], body: Body): boolean =>
  body.kind !== 'stepped' && waiting.some((one) => one.body.kind === body.kind);

/** The one main action of a stage, as the server has it: entered, gone to, or waited for. */
export function StageMain({ call, go, main, more, count, fresh = true, asked = '' }: Props) {
  // A double tap says one step.
  const isRested = usePressGuard(asked);
  if (!main) return <MainAction isDisabled>One moment</MainAction>;
  const { label, command, to, waits } = main;
  const body = command ? ({ ...command, ...more } as Body) : null;
  const act = () => {
    if (body?.kind === 'stepped' && !isRested()) return;
    if (body) call.enter(body);
    if (to === 'count') count?.();
    else if (to) go(to);
  };
  const isSent = body !== null && isAsked(call.waiting, body);
  return (
    <MainAction isDisabled={waits || isSent || (!fresh && body?.kind !== 'stepped' && body !== null)} onPress={act}>
      {label}
    </MainAction>
  );
}
