import { Action } from '../../ui/buttons';
import { Row, Stack } from '../../ui/layout';
import type { Call } from '../useCall';
import { standsAt, stepOf } from './count';

/** Hooks moved hole by hole, plates lifted one by one, each to where it is to be. */
export function HookOrPlate({ call }: { call: Call }) {
  return (
    <Stack $gap={8} role="group" aria-label="Parts to move">
      {call.state.parts.map((part) => {
        const at = standsAt(part, call.waiting);
        const step = stepOf(part, at);
        if (step === 0) return null;
        const way = step > 0 ? 'more' : 'less';
        return (
          <Row key={part.part}>
            <span>
              {part.name}: {at}, to go to {part.target}
            </span>
            <Action
              aria-label={`${part.name}: one ${way}`}
              onPress={() => call.enter({ kind: 'moved', part: part.part, from_count: at, to_count: at + step })}
            >
              One {way}
            </Action>
          </Row>
        );
      })}
    </Stack>
  );
}
