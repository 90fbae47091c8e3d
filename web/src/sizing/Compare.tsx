import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { compareQuery } from '../api/queries';
import { Plain } from '../ui/buttons';
import { Caution, Stack, Table } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import { cycles, percent, setWords, tape } from '../ui/words';

/** Like-for-like beside what is advised, and why they differ; the same rate in other wire. Open at once on low headroom. */
export function Compare({ question }: { question: Schemas['CompareQuestion'] }) {
  const [open, setOpen] = useState(question.track.lift === 'low_headroom');
  return (
    <Stack $gap={8}>
      <div>
        <Plain aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Put the comparison away' : 'Like-for-like or advised?'}
        </Plain>
      </div>
      {open && <SideBySide question={question} />}
    </Stack>
  );
}

function SideBySide({ question }: { question: Schemas['CompareQuestion'] }) {
  const compared = useQuery(compareQuery(question));
  if (compared.isPending) return <Loading />;
  if (compared.isError) return <Refused wrong={compared.error} />;
  const { like_for_like: like, advised, why, alternatives, mismatched } = compared.data;
  return (
    <Stack $gap={8} role="group" aria-label="Like-for-like beside advised">
      {mismatched && <Caution>Mismatched springs on one shaft: put on a matched set.</Caution>}
      <Table>
        <thead>
          <tr>
            <td />
            <th>Like-for-like</th>
            <th>Advised</th>
          </tr>
        </thead>
        <tbody>
          <Line label="Springs" say={(set) => setWords(set.springs, set.duplex)} sets={[like, advised]} />
          <Line label="Quarter-turns" say={(set) => String(set.quarter_turns)} sets={[like, advised]} />
          <Line label="Rate" say={(set) => percent(set.rate_error)} sets={[like, advised]} />
          <Line
            label="Hottest ▲"
            say={(set) => `${Math.max(0, Math.round(-set.worst_hot_lb))} lb`}
            sets={[like, advised]}
          />
          <Line
            label="Heaviest ▼"
            say={(set) => `${Math.max(0, Math.round(set.worst_heavy_lb))} lb`}
            sets={[like, advised]}
          />
          <Line label="Lasts" say={(set) => cycles(set.life_cycles)} sets={[like, advised]} />
        </tbody>
      </Table>
      <p>{why}</p>
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
              <tr key={setWords(set.springs, false)}>
                <td>{setWords(set.springs, false)}</td>
                <td>exactly {tape(exact_length_in)}</td>
                <td>{cycles(set.life_cycles)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}

type LineProps = {
  label: string;
  say: (set: Schemas['SetOut']) => string;
  sets: (Schemas['SetOut'] | null | undefined)[];
};

function Line({ label, say, sets }: LineProps) {
  return (
    <tr>
      <th scope="row">{label}</th>
      {sets.map((set, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the two columns never move
        <td key={place}>{set ? say(set) : '–'}</td>
      ))}
    </tr>
  );
}
