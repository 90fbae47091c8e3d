import type { Schemas } from '../api/client';
import { Stack, Table } from '../ui/layout';
import { sized } from '../ui/units';

type SpringSet = Schemas['SetOut'];

const LINES = [
  ['Springs', 'springs'],
  ['Wound', 'turns'],
  ['Rate', 'rate'],
  ['Hottest', 'hottest'],
  ['Heaviest', 'heaviest'],
  ['Lasts', 'life'],
] as const;

/** Sets side by side, line by line; the first column is what the others are read against. */
export function SideBySide({ sets }: { sets: readonly { name: string; set: SpringSet | null | undefined }[] }) {
  const there = sets.flatMap(({ name, set }) => (set ? [{ name, set }] : []));
  return (
    <Table>
      <thead>
        <tr>
          <td />
          {there.map(({ name }) => (
            <th key={name}>{name}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {LINES.map(([label, line]) => (
          <tr key={line}>
            <th scope="row">{label}</th>
            {there.map(({ name, set }) => (
              <td key={name}>{set.said[line]}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** What there is to know of a set before it is put on: each spring, and why the set stands where it stands. */
export function SetDetails({ set }: { set: SpringSet }) {
  return (
    <Stack $gap={6} role="group" aria-label="The set in full">
      <Springs set={set} />
      <Table>
        <tbody>
          {set.said.why.map((why) => (
            <tr key={why}>
              <td>{why}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Stack>
  );
}

/** Each spring of a set: what it carries, how hard it works, how long it lasts. */
export function Springs({ set }: { set: SpringSet }) {
  return (
    <Table>
      <thead>
        <tr>
          <th>Each spring</th>
          <th>carries</th>
          <th>stress</th>
          <th>lasts</th>
        </tr>
      </thead>
      <tbody>
        {set.parts.map((part) => (
          <tr key={part.words}>
            <td>{part.words}</td>
            <td>{Math.round(part.share_each * 100)} %</td>
            <td>{sized(part.stress_psi / 1000, 'kpsi')}</td>
            <td>{part.life_words}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
