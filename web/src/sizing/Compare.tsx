import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Plain } from '../ui/buttons';
import { Caution, Quiet, Stack, Table } from '../ui/layout';
import { sized } from '../ui/units';
import { tape } from '../ui/words';
import { SideBySide } from './SetDetails';

type Props = { compared: Schemas['CompareAnswer']; openAtOnce: boolean };

/** Like-for-like, in each of its meanings, beside what this door wants; the same rate in other wire. */
export function Compare({ compared, openAtOnce }: Props) {
  const [open, setOpen] = useState(openAtOnce);
  return (
    <Stack $gap={8}>
      <div>
        <Plain aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Put the comparison away' : 'Like-for-like or advised?'}
        </Plain>
      </div>
      {open && <Compared compared={compared} />}
    </Stack>
  );
}

function Compared({
  compared: { likes, same_wire, ideal, alternatives, caution, none_words },
}: Pick<Props, 'compared'>) {
  return (
    <Stack $gap={8} role="group" aria-label="Like-for-like beside advised">
      {caution && <Caution>{caution}</Caution>}
      <Quiet>
        This door wants {sized(ideal.rate_lbin_per_turn, 'lb·in', 1)} per turn, wound {ideal.quarter_turns}{' '}
        quarter-turns.
      </Quiet>
      <SideBySide sets={[...likes, { name: 'That wire, right length', set: same_wire }]} />
      {likes.map((like) => (
        <p key={like.name}>{like.why}</p>
      ))}
      {none_words && <Quiet>{none_words}</Quiet>}
      {alternatives.length > 0 && <Alternatives alternatives={alternatives} />}
    </Stack>
  );
}

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
