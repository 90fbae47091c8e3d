import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { cableQuery } from '../../api/queries';
import { Caution, Quiet } from '../../ui/layout';

type Props = { setup: Schemas['Setup']; length: Schemas['Measurement']['value'] | undefined };

/** How long the lifting cables must be, and what the one that is there leaves. */
export function Cable({ setup: { door, track, drum }, length }: Props) {
  const lengthIn = typeof length === 'number' ? { length_in: length } : {};
  const cable = useQuery({
    ...cableQuery({ door, track, drum: drum ?? NO_DRUM, ...lengthIn }),
    enabled: drum != null,
  });
  if (cable.isError) return <Caution>{cable.error.message}</Caution>;
  return cable.data ? <Quiet>{cable.data.sentence}</Quiet> : null;
}

const NO_DRUM: Schemas['Drum'] = { kind: 'flat', cable_in: 0 };
