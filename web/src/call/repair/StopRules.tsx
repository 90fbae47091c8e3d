import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { Panel, Quiet, Stack } from '../../ui/layout';
import type { Call } from '../useCall';

type Props = { call: Call; stops: Schemas['StopState'][]; stopped: () => void };

/** What makes the work stop: saying so opens the gates it was made safe by, and nothing is counted until they are met again. */
export function StopRules({ call, stops, stopped }: Props) {
  const [open, setOpen] = useState(false);
  if (!stops.length || call.state.closed) return null;
  if (!open) return <Plain onPress={() => setOpen(true)}>Stop: something is wrong</Plain>;
  return (
    <Panel role="group" aria-label="Stop: what is wrong?">
      <h3>What is wrong?</h3>
      <Stack $gap={6}>
        {stops.map((stop) => (
          <Choice
            key={stop.id}
            onPress={() => {
              call.enter({ kind: 'stopped', stop: stop.id });
              setOpen(false);
              stopped();
            }}
          >
            <b>{stop.when}</b>
            <Quiet as="span">{stop.then}</Quiet>
          </Choice>
        ))}
      </Stack>
      <Plain onPress={() => setOpen(false)}>Nothing is wrong: go on</Plain>
    </Panel>
  );
}
