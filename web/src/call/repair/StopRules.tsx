import { useState } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import styled from 'styled-components';
import type { Schemas } from '../../api/client';
import { Choice, Plain } from '../../ui/buttons';
import { Quiet, Stack } from '../../ui/layout';
import { DialogSheet, Veil } from '../../ui/Overlay';
import type { Call } from '../useCall';

const Stop = styled(Plain)`border: 2px solid var(--stop); color: var(--stop);`;
/** Under the thumb, at the foot of the screen. */
const StopVeil = styled(Veil)`place-items: end center;`;
const StopSheet = styled(DialogSheet)`border: 2px solid var(--stop); padding: 14px; width: min(640px, 100vw);`;

type Props = { call: Call; stops: Schemas['StopState'][]; stopped: () => void };

/** What makes the work stop: saying so opens the gates it was made safe by, and nothing is counted until they are met again. */
export function StopRules({ call, stops, stopped }: Props) {
  const [open, setOpen] = useState(false);
  if (!stops.length || call.state.closed) return null;
  return (
    <>
      <Stop onPress={() => setOpen(true)} aria-label="Stop: something is wrong">
        Stop
      </Stop>
      <StopVeil isOpen={open} onOpenChange={setOpen} isDismissable>
        <StopSheet>
          <Dialog>
            <Stack>
              <Heading slot="title" level={2}>
                Stop: what is wrong?
              </Heading>
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
            </Stack>
          </Dialog>
        </StopSheet>
      </StopVeil>
    </>
  );
}
