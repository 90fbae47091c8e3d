import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Caution, Stack, Table } from '../ui/layout';
import { tape } from '../ui/words';

type Props = { compared: Schemas['CompareAnswer']; openAtOnce: boolean };

/** Like-for-like beside what is advised, and why they differ; the same rate in other wire. */
export function Compare({ compared, openAtOnce }: Props) {
  const [open, setOpen] = useState(openAtOnce);
  return (
    <Stack $gap={8}>
      <div>
        <Plain aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Put the comparison away' : 'Like-for-like or advised?'}
        </Plain>
      </div>
      {open && <SideBySide compared={compared} />}
    </Stack>
  );
}

function SideBySide({ compared }: { compared: Schemas['CompareAnswer'] }) {
  const { like_for_like: like, advised, why, alternatives, caution } = compared;
  return (
    <Stack $gap={8} role="group" aria-label="Like-for-like beside advised">
      {caution && <Caution>{caution}</Caution>}
      <Table>
        <thead>
          <tr>
            <td />
            <th>Like-for-like</th>
            <th>Advised</th>
          </tr>
        </thead>
        <tbody>
          {LINES.map(([label, name]) => (
            <tr key={name}>
              <th scope="row">{label}</th>
              <td>{like.said[name]}</td>
              <td>{advised ? advised.said[name] : '–'}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p>{why}</p>
      {alternatives.length > 0 && <Alternatives alternatives={alternatives} />}
    </Stack>
  );
}

const LINES = [
  ['Springs', 'springs'],
  ['Wound', 'turns'],
  ['Rate', 'rate'],
  ['Hottest', 'hottest'],
  ['Heaviest', 'heaviest'],
  ['Lasts', 'life'],
] as const;

/** The like-for-like rate in other wire, for when the van has no other. */
function Alternatives({ alternatives }: { alternatives: Schemas['AlternativeOut'][] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <div>
        <Plain aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Put the other wire away' : 'The same rate in other wire'}
        </Plain>
      </div>
      {open && (
        <Table>
          <tbody>
            {alternatives.slice(0, 6).map(({ set, exact_length_in }) => (
              <tr key={set.id}>
                <td>{set.said.springs}</td>
                <td>exactly {tape(exact_length_in)}</td>
                <td>{set.said.life}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
