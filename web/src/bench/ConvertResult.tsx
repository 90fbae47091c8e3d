import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { convertQuery } from '../api/queries';
import { lineOf } from '../drawing/SideView';
import { SideViewOf } from '../drawing/SideViewOf';
import { Choice } from '../ui/buttons';
import { Caution, Items, Label, Quiet, Split, Stack, Table } from '../ui/layout';
import { Loading, Refused } from '../ui/states';
import { cycles, feet, setWords } from '../ui/words';
import type { ResultProps } from './BenchPage';
import { numberOf } from './values';

type To = Schemas['ConvertAnswer']['to'];

/** Both ways to carry the door, and what to take off and put on. */
export function ConvertResult({ sheet, typed, type }: ResultProps) {
  const { setup, wrong_setup } = sheet;
  const to: To = typed.to === 'torsion' ? 'torsion' : 'extension';
  return (
    <Stack $gap={14}>
      <Split $left="minmax(0, 1fr)" role="group" aria-label="Change over to">
        <Choice aria-pressed={to === 'extension'} onPress={() => type('to', 'extension')}>
          Torsion off, extension on
        </Choice>
        <Choice aria-pressed={to === 'torsion'} onPress={() => type('to', 'torsion')}>
          Extension off, torsion on
        </Choice>
      </Split>
      {setup?.drum && !wrong_setup ? (
        <Conversion sheet={sheet} setup={setup} drum={setup.drum} to={to} />
      ) : (
        <Quiet>Type the door, its track and the drum. {sheet.missing.length} numbers are missing.</Quiet>
      )}
    </Stack>
  );
}

type Props = { sheet: Schemas['Sheet']; setup: Schemas['Setup']; drum: Schemas['DrumIn']; to: To };

function Conversion({ sheet: { values, cycles_wanted }, setup, drum, to }: Props) {
  const found = useQuery(
    convertQuery({
      door: setup.door,
      track: setup.track,
      drum,
      cycles: cycles_wanted,
      household: typeof values.household === 'string' ? values.household : null,
      width_in: numberOf(values, 'width_in') ?? null,
      options: { shaft_length_in: numberOf(values, 'shaft_length_in') ?? null },
      to,
    }),
  );
  if (found.isError) return <Refused wrong={found.error} />;
  if (!found.data) return <Loading />;
  const { torsion, extension, take_off, put_on, changes, drum_cable_in } = found.data;
  const lines = [
    ...(torsion ? [lineOf(torsion.profile, 'torsion', to === 'torsion' ? 'main' : 'before')] : []),
    lineOf(extension.profile, 'extension', to === 'extension' ? 'main' : 'before'),
  ];
  const worst = (profile: Schemas['ProfileOut']) =>
    `${Math.max(0, Math.round(profile.worst_heavy_lb))} lb ▼, ${Math.max(0, Math.round(-profile.worst_hot_lb))} lb ▲`;
  return (
    <Split $column>
      <Stack>
        <Caution>
          Let the torsion springs down to zero first; work on extension springs only with the door open and held.
        </Caution>
        <Table>
          <thead>
            <tr>
              <td />
              <th>Torsion</th>
              <th>Extension</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Springs</th>
              <td>{torsion ? setWords(torsion.springs, torsion.duplex) : 'no stock set fits'}</td>
              <td>{extension.class_lb} lb pair</td>
            </tr>
            <tr>
              <th scope="row">Set-up</th>
              <td>{torsion ? `${torsion.quarter_turns} quarter-turns` : '–'}</td>
              <td>{extension.open_stretch_in} in at open</td>
            </tr>
            <tr>
              <th scope="row">Cable</th>
              <td>{feet(drum_cable_in)}</td>
              <td>{feet(extension.lifting_cable_in)}</td>
            </tr>
            <tr>
              <th scope="row">Worst</th>
              <td>{torsion ? worst(torsion.profile) : '–'}</td>
              <td>{worst(extension.profile)}</td>
            </tr>
            <tr>
              <th scope="row">Lasts</th>
              <td>{torsion ? cycles(torsion.life_cycles) : '–'}</td>
              <td>{cycles(extension.life_cycles)}</td>
            </tr>
          </tbody>
        </Table>
        <Listed title="Take off" items={take_off} />
        <Listed title="Put on" items={put_on} />
        <Listed title="What changes" items={changes} />
      </Stack>
      <SideViewOf
        setup={setup}
        carrier={to === 'extension' ? { extension: extension.pair } : undefined}
        lines={lines}
      />
    </Split>
  );
}

function Listed({ title, items }: { title: string; items: string[] }) {
  return (
    <Stack $gap={4}>
      <Label>{title}</Label>
      <Items>
        {items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </Items>
    </Stack>
  );
}
